import { conesApart } from '../firing/cone.ts';
import { hasHeight, type Form } from '../form/form.ts';
import { sheetExcess, WRINKLES_AT } from '../form/sheet.ts';
import { withheld, type HazardId } from '../hazard/hazard.ts';
import { problem } from '../units/problem.ts';
import { clashes, does, meant, torches, type Clash } from './clash.ts';
import { sharing, type Conflict, type Layer, type Planned, type Zone } from '../technique/layer.ts';
import { useOf, type Span } from '../technique/technique.ts';
import { soaked } from './soaked.ts';

/** What is known of a piece besides its layers. */
export interface Setting {
  form?: Form | undefined;
  /** Pupils or pregnant people work on it. */
  guarded?: boolean | undefined;
  /** It came fired. */
  entered?: 'bisque' | undefined;
}

/** What cannot be in a route, each with its remedy; and what can be, and is only told. */
export function conflictsOf(route: Planned[], layers: readonly Layer[], setting: Setting = {}): Conflict[] {
  return [
    ...wetterAfterDrier(route, layers),
    ...clashesIn(route, layers),
    ...besideOneAnother(layers),
    ...shineLost(route, layers),
    ...glazedRaw(route, layers),
    ...cutAfterFire(route, layers),
    ...(setting.form
      ? [...wrinkled(route, layers, setting.form), ...soakedBy(route, layers, setting.form)]
      : []),
    ...foodFaces(route, layers),
    ...deepenedByFire(route, layers),
    ...(setting.guarded ? forAdults(route, layers) : []),
  ];
}

const conflict = (
  layers: readonly Layer[],
  of: Planned[],
  code: string,
  words: string,
  told = false,
): Conflict => ({
  refs: of.flatMap(({ refs }) => refs),
  problem: problem(code, fieldOf(layers, of.at(-1)!), words),
  ...(told && { told }),
});

const fieldOf = (layers: readonly Layer[], { refs }: Planned): string =>
  `layers.${layers.findIndex(({ id }) => id === refs[0]!.layer)}`;

const layerOf = (layers: readonly Layer[], { refs }: Planned): Layer =>
  layers.find(({ id }) => id === refs[0]!.layer)!;

const lower = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** The name of a step without which time it is done. */
const plainName = ({ step }: Planned): string => step.name.replace(/ 1 of \d+/, '');

/** Hotter than this the shine of a burnish goes. Common practice. */
const SHINE_CONE = '08';

/** A burnish that is fired too hot, or glazed over. */
function shineLost(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const shone = route.find(does('burnish'));
  if (!shone) return [];
  const tooHot = route.find(
    (of) =>
      !of.optional &&
      of.step.effects.some((effect) => effect.does === 'fire' && !(conesApart(effect.cone, SHINE_CONE) <= 0)),
  );
  return tooHot
    ? [
        conflict(
          layers,
          [shone, tooHot],
          'shine-lost',
          `${tooHot.step.name} after ${lower(shone.step.name)} is hotter than cone ${SHINE_CONE}: the shine goes. Fire it low and unglazed to keep it.`,
          true,
        ),
      ]
    : [];
}

/** Glaze on raw clay that is fired to bisque afterwards. */
function glazedRaw(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const glazed = route.find((of) => !of.optional && (does('glaze')(of) || isGlaze(of)));
  const fired = route.find(does('fire'));
  if (!glazed || !fired || route.indexOf(glazed) > route.indexOf(fired)) return [];
  return fired.step.effects.some((effect) => effect.does === 'fire' && effect.to === 'bisque')
    ? [
        conflict(
          layers,
          [glazed, fired],
          'glazed-raw',
          `${glazed.step.name} puts glaze on raw clay: ${lower(fired.step.name)} would melt it. Fire it once, or glaze after the bisque.`,
        ),
      ]
    : [];
}

/** Glaze that is brushed on like a slip, under silicate. */
const isGlaze = ({ step }: Planned): boolean => step.effects.some((effect) => useOf(effect) === 'glaze');

/** Slip laid on fired ware is as hard as that: nothing is carved through it. */
function cutAfterFire(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const fired = route.findIndex(does('fire'));
  if (fired < 0) return [];
  const shares = sharing();
  return route.slice(fired).flatMap((of, i, after) => {
    const laid = does('cut', 'scrape')(of)
      ? after.slice(0, i).find((before) => does('coat', 'line')(before) && shares(before, of))
      : undefined;
    return laid
      ? [
          conflict(
            layers,
            [laid, of],
            'cut-after-fire',
            `${of.step.name} would cut through “${laid.step.name}”, which lies on fired ware: carve before the bisque, or wipe it back while it is wet.`,
          ),
        ]
      : [];
  });
}

/** From which share of the excess at which a sheet wrinkles small wrinkles are told of. */
const SMALL_WRINKLES = 0.5;

/** A flat sheet on a wall that is curved both ways, or that widens. */
const wrinkled = (route: Planned[], layers: readonly Layer[], form: Form): Conflict[] =>
  route.filter(does('print')).flatMap((of) => {
    const paper = layerOf(layers, of).technique === 'monoprint';
    const limit = WRINKLES_AT[paper ? 'paper' : 'tissue'];
    const excess = Math.max(...of.zones.map((zone) => excessIn(zone, form)));
    const how = (100 * excess).toFixed(1);
    if (excess > limit)
      return [
        conflict(
          layers,
          [of],
          'wrinkles',
          `${of.step.name} lays a flat sheet on a wall that is curved both ways: its edge is ${how} % too long there, and it wrinkles. Smaller cut-outs, gores, or a straight wall.`,
        ),
      ];
    if (excess > SMALL_WRINKLES * limit)
      return [
        conflict(
          layers,
          [of],
          'small-wrinkles',
          `${of.step.name}: small wrinkles at the edge are to be expected there.`,
          true,
        ),
      ];
    return isCone(form) && of.zones.some(({ kind }) => kind !== 'motif')
      ? [
          conflict(
            layers,
            [of],
            'ring-sector',
            `${of.step.name}: the wall widens, so a sheet all round is cut to its ring sector.`,
            true,
          ),
        ]
      : [];
  });

function excessIn(zone: Zone, form: Form): number {
  if (zone.kind === 'band') return sheetExcess(form, zone.from, zone.to, null);
  if (zone.kind === 'motif') return sheetExcess(form, 0, 1, zone.widthM);
  return zone.kind === 'whole' || zone.place === 'wall' ? sheetExcess(form, 0, 1, null) : 0;
}

const isCone = (form: Form): boolean =>
  form.kind === 'profile' &&
  form.points.length === 2 &&
  form.points[0]!.diameterM !== form.points[1]!.diameterM;

/** Coats and glaze that bring a wall which had stiffened back to where it slumps. */
const soakedBy = (route: Planned[], layers: readonly Layer[], form: Form): Conflict[] =>
  soaked(route, form).map(({ steps, index }) =>
    conflict(
      layers,
      steps,
      'soaked',
      `${plainName(steps[0]!)} puts so much water into this wall that it goes back to ${Math.round(index)} on the moisture index: it slumps. Thinner or fewer coats, a thicker wall${hasHeight(form) ? ', or a zone of it alone' : ''}.`,
    ),
  );

/** What is no face for food: cracked, metallic or bare, on the inside. */
const foodFaces = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter((of) => of.face === 'inside' && does('silicate', 'wash', 'burnish')(of))
    .slice(0, 1)
    .map((of) =>
      conflict(
        layers,
        [of],
        'food-face',
        `${of.step.name} on the inside is no face for food: only a leach test tells. Keep it outside, or glaze it with a tested glaze.`,
      ),
    );

/** Colours that look pale or like nothing until they are fired. */
const deepenedByFire = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter((of) => !of.optional && does('wash')(of))
    .slice(0, 1)
    .map((of) =>
      conflict(
        layers,
        [of],
        'fire-deepens',
        `${plainName(of)}: what iron and black oxides look like only the fire shows. Judge it by a fired tile, not by the wet wash.`,
        true,
      ),
    );

/** Why pupils and pregnant people leave a step to an adult; empty where they need not. */
export const leftToAdults = (of: Planned): HazardId[] => {
  const barred = of.step.hazards.filter((id) => withheld.includes(id));
  return torches(of) && !barred.includes('hot-tool') ? [...barred, 'hot-tool'] : barred;
};

/** Whether a step of a piece that pupils or pregnant people work on is left to an adult. */
export const isForAdults = (of: Planned): boolean => of.guarded === true && leftToAdults(of).length > 0;

/** What pupils and pregnant people leave to an adult, or do in the other way. */
const forAdults = (route: Planned[], layers: readonly Layer[]): Conflict[] =>
  route
    .filter((of) => of.pass === 1 && leftToAdults(of).length > 0)
    .map((of) =>
      conflict(
        layers,
        [of],
        'for-adults',
        `${plainName(of)} is not for pupils or in pregnancy: hand it to an adult, or choose another way of doing it.`,
      ),
    );

/** Clay only dries: a step that needs it wetter than an earlier one allows can never be done. Of two layers once. */
function wetterAfterDrier(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const found: Conflict[] = [];
  const named = new Set<string>();
  let driest: { at: number; by: Planned } | null = null;
  for (const planned of route) {
    const spans = spansOf(planned);
    if (planned.optional || spans.length === 0) continue;
    const reach = reachOf(planned, spans);
    const pair = driest && `${driest.by.refs[0]!.layer} ${planned.refs[0]!.layer}`;
    if (
      driest &&
      reach >= driest.at &&
      planned.refs[0]!.layer !== driest.by.refs[0]!.layer &&
      !named.has(pair!)
    ) {
      named.add(pair!);
      found.push({
        refs: [...driest.by.refs, ...planned.refs],
        problem: problem(
          'wetter-after-drier',
          fieldOf(layers, planned),
          `${plainName(planned)} needs wetter clay than ${lower(plainName(driest.by))} before it: put it first, choose another way of doing it, or another piece.`,
        ),
      });
    }
    const wettest = Math.max(...spans.map((span) => span.wettest ?? Number.POSITIVE_INFINITY));
    if (!driest || wettest < driest.at) driest = { at: wettest, by: planned };
  }
  return found;
}

const spansOf = ({ step }: Planned): Span[] =>
  step.needs.flatMap((need) => (need.kind === 'water' && !need.rather && !need.part ? need.spans : []));

/** How dry the clay may be for a step, dampened where that helps. */
function reachOf({ step }: Planned, spans: Span[]): number {
  const reached = step.remedies.flatMap(({ reaches }) =>
    reaches?.driest === undefined ? [] : [reaches.driest],
  );
  return Math.min(...spans.map(({ driest }) => driest ?? Number.NEGATIVE_INFINITY), ...reached);
}

/** Zones of one layer that lie over one another, where each has its own colour. */
const besideOneAnother = (layers: readonly Layer[]): Conflict[] =>
  layers.flatMap((layer, at) => {
    const shares = sharing();
    const plain = layer.zones.filter(({ kind }) => kind !== 'motif');
    const over = plain.flatMap((one, i) =>
      plain
        .slice(i + 1)
        .filter((two) => shares({ face: layer.face, zones: [one] }, { face: layer.face, zones: [two] }))
        .map((two) => [one, two] as const),
    )[0];
    return over
      ? [
          {
            refs: [],
            problem: problem(
              'zones-overlap',
              `layers.${at}.zones`,
              `“${over[0].name}” and “${over[1].name}” want the same clay at the same step: set their edges apart, or make two layers of them.`,
            ),
          },
        ]
      : [];
  });

/** Of two layers each way of spoiling one another once, by the first steps that do. */
function clashesIn(route: Planned[], layers: readonly Layer[]): Conflict[] {
  const shares = sharing();
  const named = new Set<string>();
  const found: Conflict[] = [];
  const layerOfStep = new Map(route.map((of) => [of, layerOf(layers, of)]));
  /** Places of the steps so far that one way of spoiling begins with. */
  const begun = clashes.map((): number[] => []);
  const fired = route.findIndex((of) => !of.optional && does('fire')(of));
  for (const [at, then] of route.entries()) {
    // what is left out spoils nothing
    if (then.optional) continue;
    const own = layerOfStep.get(then)!;
    for (const [i, clash] of clashes.entries()) {
      if (!begun[i]!.length || !clash.then(then, own)) continue;
      if (clash.raw && fired >= 0 && at > fired) continue;
      const before = begun[i]!.map((k) => route[k]!).find(
        (of) => of.refs[0]!.layer !== then.refs[0]!.layer && shares(of, then) && meant(clash, of, then),
      );
      if (!before) continue;
      const pair = `${before.refs[0]!.layer} ${then.refs[0]!.layer}`;
      if (named.has(`${pair} ${clash.words}`) || (clash.told && named.has(pair))) continue;
      named.add(`${pair} ${clash.words}`);
      if (!clash.told) named.add(pair);
      found.push(clashed(layers, before, then, clash));
    }
    for (const [i, clash] of clashes.entries()) if (clash.before(then, own)) begun[i]!.push(at);
  }
  return found;
}

const clashed = (layers: readonly Layer[], before: Planned, then: Planned, { words, remedy, told }: Clash) =>
  conflict(
    layers,
    [before, then],
    told ? 'told' : 'clash',
    `${words}: “${then.step.name}” comes after “${before.step.name}”. ${remedy}`,
    told,
  );
