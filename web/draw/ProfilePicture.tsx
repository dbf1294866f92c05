import { useId, useRef, type PointerEvent } from 'react';
import { Box } from '@mui/material';
import type { Form, ProfilePoint } from '../../core/form/form.ts';
import { outlineOf } from '../../core/form/outline.ts';
import { cobalt, ink } from '../ui/theme.ts';

/** A piece from the side, in its own proportions, with the bands that lie on it. */

interface ProfilePictureProps {
  form: Form;
  /** The colour of its clay. */
  clay?: string;
  /** Bands between two shares of the height. */
  bands?: { from: number; to: number; colour: string }[];
  height?: number;
  /** Empty beside its name. */
  label: string;
  /** Called as a point of the profile is dragged. */
  onDrag?: (i: number, to: ProfilePoint) => void;
}

export function ProfilePicture({
  form,
  clay = '#b08e70',
  bands = [],
  height = 260,
  label,
  onDrag,
}: ProfilePictureProps) {
  const id = useId();
  const svg = useRef<SVGSVGElement>(null);
  const points = outlineOf(form);
  const tall = points.at(-1)!.heightM;
  const wide = Math.max(...points.map(({ diameterM }) => diameterM));
  if (!(tall > 0 && wide > 0)) return null;
  const room = (onDrag ? 0.12 : 0.02) * Math.max(tall, wide);
  const box = [-wide / 2 - room, -tall - room, wide + 2 * room, tall + 2 * room];
  const side = (sign: 1 | -1) => points.map((p) => `${(sign * p.diameterM) / 2} ${-p.heightM}`);
  const outline = `M${side(-1).join('L')}L${side(1).reverse().join('L')}Z`;

  const drag = (i: number) => (event: PointerEvent<SVGCircleElement>) => {
    const matrix = svg.current?.getScreenCTM();
    if (!onDrag || !matrix || event.buttons === 0) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    onDrag(i, { heightM: Math.max(0, -at.y), diameterM: Math.max(0, 2 * at.x) });
  };

  return (
    <Box
      component="svg"
      ref={svg}
      viewBox={box.join(' ')}
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      sx={{ display: 'block', width: '100%', height, touchAction: onDrag ? 'none' : undefined }}
    >
      <clipPath id={id}>
        <path d={outline} />
      </clipPath>
      <path d={outline} fill={clay} />
      <g clipPath={`url(#${id})`}>
        {bands.map(({ from, to, colour }) => (
          <rect
            key={`${from} ${to}`}
            x={-wide}
            y={-tall * to}
            width={2 * wide}
            height={tall * (to - from)}
            fill={colour}
          />
        ))}
      </g>
      <path d={outline} fill="none" stroke={ink} strokeWidth={2} vectorEffect="non-scaling-stroke" />
      {onDrag &&
        form.kind === 'profile' &&
        form.points.map((p, i) => (
          <circle
            key={i}
            cx={p.diameterM / 2}
            cy={-p.heightM}
            r={room / 3.2}
            fill={cobalt}
            style={{ cursor: 'grab' }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag(i)}
          />
        ))}
    </Box>
  );
}
