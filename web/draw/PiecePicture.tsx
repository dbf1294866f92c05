import { useId, type CSSProperties, type ReactNode } from 'react';
import { EDGE_SHOWN, outlineOf } from '../../core/form/outline.ts';
import type { DecorationLayer } from '../../core/operation/decoration.ts';
import type { Appearance } from '../../core/piece/appearance.ts';
import type { Wet } from '../../core/plan/moistureForecast.ts';
import { isFlat } from '../../core/form/form.ts';
import { ink } from '../ui/theme.ts';
import { shadeOf, shadeStyle, type ClayColours } from './clayShade.ts';
import { hatching } from './cover.ts';

interface PiecePictureProps {
  look: Appearance;
  clay: ClayColours;
  /** As wet as it is; null where that is not known, and of fired ware. */
  wet: Wet | null;
  /** px. */
  height: number;
  /** px; as wide as its proportions ask where that is left out. */
  width?: number;
}

/** Room for a cover and a handle, as a share of the larger extent. */
const ROOM = 0.16;

/**
 * A piece as it is seen: its profile filled with its clay, as wet or pale as it is, its bands and coats on it, its cover
 * over it. A picture beside its name.
 */
export function PiecePicture({ look, clay, wet, height, width }: PiecePictureProps) {
  const id = useId();
  const points = outlineOf(look.form);
  const tall = points.at(-1)!.heightM;
  const wide = Math.max(...points.map(({ diameterM }) => diameterM));
  if (!(tall > 0 && wide > 0)) return null;
  const room = ROOM * Math.max(tall, wide);
  const drawn = { wide: wide + 2 * room, tall: tall + room + room / 2 };
  const perPx = drawn.tall / height;
  // a turned piece is seen a little from above: its foot bulges, and its mouth is an ellipse
  const turned = !isFlat(look.form) && look.form.kind !== 'box';
  const outline = outlinePath(points, turned ? LOOKED_DOWN : 0);
  const mouth = points.at(-1)!.diameterM;
  const shade = shadeStyle(shadeOf(clay, wet, look.fired));
  return (
    <svg
      aria-hidden
      data-picture=""
      viewBox={[-drawn.wide / 2, -tall - room, drawn.wide, drawn.tall].join(' ')}
      preserveAspectRatio="xMidYMax meet"
      height={height}
      width={width ?? Math.round((height * drawn.wide) / drawn.tall)}
      style={{ display: 'block', flexShrink: 0, maxWidth: '100%', ...shade } as CSSProperties}
    >
      <defs>
        <linearGradient id={`${id}clay`} x1="0" x2="0" y1="0" y2="1">
          {stops.map(([offset, part]) => (
            <stop key={offset} offset={offset} style={{ stopColor: `var(--${part})` }} />
          ))}
        </linearGradient>
        <clipPath id={`${id}form`}>
          <path d={outline} />
        </clipPath>
        {look.laid.map((laid, i) => (
          <Pattern key={i} id={`${id}${i}`} laid={laid} unit={Math.max(tall, wide) / 22} fired={look.fired} />
        ))}
      </defs>
      {look.handle && <Handle tall={tall} wide={wide} at={points} room={room} />}
      <path d={outline} fill={`url(#${id}clay)`} />
      <g clipPath={`url(#${id}form)`}>
        {look.laid.map(({ from, to, as, colours }, i) => (
          <rect
            key={i}
            x={-wide}
            y={-tall * to}
            width={2 * wide}
            height={tall * (to - from)}
            fill={as === 'coat' && colours ? slipColour(colours, look.fired) : `url(#${id}${i})`}
            fillOpacity={as === 'coat' && look.fired === 'raw' ? 0.8 : 1}
          />
        ))}
        {look.fired === 'glazed' && (
          <rect x={-wide * 0.34} y={-tall} width={wide * 0.1} height={tall} fill="#fff" fillOpacity={0.45} />
        )}
      </g>
      <path d={outline} fill="none" stroke={ink} strokeWidth={1.6} vectorEffect="non-scaling-stroke" />
      {turned && (
        <ellipse
          cy={-tall}
          rx={mouth / 2}
          ry={mouth * LOOKED_DOWN}
          style={{ fill: 'color-mix(in oklab, var(--rim), #2a1c14 38%)' }}
          stroke={ink}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {look.cover !== 'open' && !isFired(look) && (
        <CoverOver look={look} id={id} tall={tall} wide={wide} room={room} perPx={perPx} />
      )}
    </svg>
  );
}

/** How high an ellipse stands for a circle seen a little from above, of its width. */
const LOOKED_DOWN = 0.07;

const isFired = ({ fired }: Appearance): boolean => fired !== 'raw';

/** Where from the top the shades of rim, wall and foot stand. */
const stops: [string, 'rim' | 'wall' | 'foot'][] = [
  ['0', 'rim'],
  [String(EDGE_SHOWN / 2), 'rim'],
  [String(1.6 * EDGE_SHOWN), 'wall'],
  [String(1 - 1.6 * EDGE_SHOWN), 'wall'],
  [String(1 - EDGE_SHOWN / 2), 'foot'],
  ['1', 'foot'],
];

function outlinePath(points: { heightM: number; diameterM: number }[], down: number): string {
  const side = (sign: 1 | -1) => points.map((p) => `${(sign * p.diameterM) / 2} ${-p.heightM}`);
  const foot = points[0]!.diameterM;
  const [left] = side(-1);
  const base = down === 0 ? 'Z' : `A${foot / 2} ${foot * down} 0 0 1 ${left}`;
  return `M${side(-1).join('L')}L${side(1).reverse().join('L')}${base}`;
}

const slipColour = (
  { wet, fired }: NonNullable<DecorationLayer['colours']>,
  state: Appearance['fired'],
): string => (state === 'raw' ? wet : fired);

/** What is not laid evenly, as it looks from afar. */
function Pattern({
  id,
  laid: { as, share, colours },
  unit,
  fired,
}: {
  id: string;
  laid: DecorationLayer;
  unit: number;
  fired: Appearance['fired'];
}): ReactNode {
  if (as === 'coat') return null;
  const slip = colours ? slipColour(colours, fired) : ink;
  const tile = (size: number, turned: number, inside: ReactNode) => (
    <pattern
      id={id}
      width={size}
      height={size}
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${turned})`}
    >
      {inside}
    </pattern>
  );
  const even = (colour: string, opacity: number) =>
    tile(unit, 0, <rect width={unit} height={unit} fill={colour} fillOpacity={opacity} />);
  const u = unit * 2;
  const broad = u * Math.min(0.6, Math.max(0.1, share * 0.9));
  switch (as) {
    case 'lines':
      return tile(
        u,
        0,
        <path
          d={`M0 ${u / 2}Q${u / 4} ${u / 8} ${u / 2} ${u / 2}T${u} ${u / 2}`}
          fill="none"
          stroke={slip}
          strokeWidth={broad}
        />,
      );
    case 'cuts':
      return tile(
        u * 1.5,
        35,
        <path
          d={`M0 ${u * 0.3}H${u * 0.55}M${u * 0.75} ${u * 0.8}H${u * 1.25}`}
          stroke="var(--wall)"
          strokeWidth={broad}
        />,
      );
    case 'print':
      return tile(u, 45, <circle cx={u / 2} cy={u / 2} r={u * 0.28} fill={slip} />);
    case 'skin':
      return even('#dfe3e2', 0.5);
    case 'cracks':
      return tile(
        u * 1.6,
        8,
        <path
          d={`M0 0L${u * 0.7} ${u * 0.5}L${u * 1.6} ${u * 0.2}M${u * 0.7} ${u * 0.5}L${u * 0.5} ${u * 1.6}M${u * 0.6} ${u}L${u * 1.6} ${u * 1.2}`}
          fill="none"
          stroke={ink}
          strokeWidth={u * 0.09}
        />,
      );
    case 'wash':
      return even('#3c2819', 0.35 * Math.min(1, share));
    case 'wax':
      return even('#e3c983', 0.6 * Math.min(1, Math.max(share, 0.3)));
    case 'shine':
      return tile(u * 6, 0, <rect x={u} width={u * 0.7} height={u * 6} fill="#fff" fillOpacity={0.28} />);
  }
}

function Handle({
  tall,
  wide,
  at,
  room,
}: {
  tall: number;
  wide: number;
  at: { heightM: number; diameterM: number }[];
  room: number;
}) {
  const near = (height: number) =>
    at.reduce((a, b) => (Math.abs(b.heightM - height) < Math.abs(a.heightM - height) ? b : a)).diameterM / 2;
  const [high, low] = [tall * 0.8, tall * 0.3];
  const out = wide / 2 + room * 0.8;
  const path = `M${near(high)} ${-high}C${out} ${-high - room / 3} ${out} ${-low} ${near(low)} ${-low}`;
  return (
    <>
      <path d={path} fill="none" stroke={ink} strokeWidth={room * 0.42} />
      <path d={path} fill="none" stroke="var(--rim)" strokeWidth={room * 0.3} />
    </>
  );
}

/** The cover over a piece: a tent of plastic, a bag, or a box, hatched the closer the tighter it holds. */
function CoverOver({
  look: { cover, form },
  id,
  tall,
  wide,
  room,
  perPx,
}: {
  look: Appearance;
  id: string;
  tall: number;
  wide: number;
  room: number;
  perPx: number;
}) {
  const gap = hatching[cover] * perPx;
  const [side, top] = [wide / 2 + room * 0.62, tall + room * 0.72];
  const boxed = cover === 'damp-box' || isFlat(form);
  const outline = boxed
    ? `M${-side} ${room / 6}V${-top}H${side}V${room / 6}Z`
    : `M${-side} ${room / 6}C${-side} ${-top * 0.9} ${-side * 0.7} ${-top} ${-side * 0.3} ${-top}H${side * 0.3}C${side * 0.7} ${-top} ${side} ${-top * 0.9} ${side} ${room / 6}Z`;
  return (
    <>
      <pattern
        id={`${id}cover`}
        width={gap}
        height={gap}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <path d={`M0 0V${gap}`} stroke={ink} strokeWidth={perPx * 1.1} />
      </pattern>
      <path d={outline} fill={`url(#${id}cover)`} fillOpacity={cover === 'fan' ? 0.3 : 0.75} />
      <path d={outline} fill="none" stroke={ink} strokeWidth={1} vectorEffect="non-scaling-stroke" />
    </>
  );
}
