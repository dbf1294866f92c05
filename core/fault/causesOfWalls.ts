import {
  cause,
  keep,
  laidDry,
  laidThickly,
  dirt,
  misfit,
  uneven,
  tooFast,
  place,
  kilnPlace,
  thinCoats,
  type Cause,
} from './cause.ts';
import { firedWet, joinedLate, tooDry, tooWet, unseen, wasDone, wetBack } from './evidence.ts';

/** What goes wrong with the wall, and in the fire: the causes of each, the likeliest first. Common practice. */
export const causesOfWalls: Record<string, Cause[]> = {
  'slumped wall': [
    cause(
      'water-put-back',
      'Coats put too much water back into the wall',
      wetBack,
      'Support it, open it to the air, lay nothing more today',
      'Inside and outside on different days; longer between coats',
    ),
    cause(
      'wall-too-wet',
      'The wall was still too soft for it',
      tooWet(84, 'coat', 'line', 'film'),
      'Support the rim and let it firm',
      'Wait until it holds its shape when held',
    ),
  ],
  warped: [
    uneven,
    tooFast,
    cause(
      'water-put-back',
      'One face was wetted more than the other',
      wetBack,
      'Weight it between boards while it still bends',
      'Coat both faces, or keep the other damp',
    ),
  ],
  'rim split on the mould': [
    cause(
      'left-on-mould',
      'It shrank onto its mould',
      (history) =>
        history.onMould
          ? { says: 'for', words: 'By the record it stood on a mould.', strength: 0.7 }
          : { says: 'against', words: 'By the record it stood on no mould.', strength: 0.8 },
      keep,
      'Take it off before it is leather-hard',
    ),
    uneven,
  ],
  'bursting in bisque': [
    cause(
      'fired-wet',
      'Its core still held water',
      firedWet,
      keep,
      'Wait until the core is kiln-dry, or hold the kiln under 100 °C for as long as the wall needs',
    ),
    place('Air was shut in, or the kiln went up too fast', keep, 'A pinhole into every hollow; a slow start'),
  ],
  'lime-pop': [
    place(
      'Crumbs of plaster or lime were in the clay',
      keep,
      'Keep plaster away from reclaim; throw out what touched a chipped bat',
    ),
  ],
  'coat peeled in firing, or shivered': [
    laidDry(55),
    misfit,
    laidThickly,
    dirt('Dust lay under it', 'Wipe the wall before it is coated'),
  ],
  'crazing over slip': [misfit, kilnPlace],
  'scum at rims and handprints': [
    place(
      'Soluble salts, or silicate, dried out at edges and where hands were',
      'Rub it off with a damp cloth before the glaze',
      'Distilled or rain water in the slip; dry slowly; handle with a sponge',
    ),
    tooFast,
    cause(
      'silicate-laid',
      'Silicate came through to the surface',
      wasDone('laid with silicate', 'silicate'),
      'Rub it off with a damp cloth',
      'Less silicate in the slip',
    ),
  ],
  'hairlines in a dry wall wetted too much': [
    cause(
      'wetted-dry',
      'A dry wall was wetted',
      tooDry(20, 'film', 'wash', 'coat', 'glaze'),
      keep,
      'Wet a dry wall thinly, one face at a time, or do it as bisque',
    ),
    cause('water-put-back', 'More water was put on than it bears', wetBack, keep, 'Thin coats, far apart'),
  ],
  'cracked joins and handles': [
    cause(
      'joined-too-dry',
      'It was joined too dry',
      joinedLate,
      'Raw: fill with paste of the body, wrap it for a day',
      'Join soft, score, slip, press; wrap the join',
    ),
    uneven,
    tooFast,
  ],
  'rust specks': [
    place(
      'Steel wool or rust came into it',
      'Pick them out of the bisque with a point',
      'No steel wool near clay; sieve the slip',
    ),
  ],
  'glaze crawled over dust': [
    dirt('Dust, wax or grease lay under the glaze', 'Rinse bisque and let it dry before glazing'),
    cause(
      'laid-too-thick',
      'The glaze lay too thick',
      unseen('The record has only the seconds it was dipped.'),
      'Glaze and fire it again',
      'Fewer seconds in the glaze',
    ),
  ],
  'print ran under glaze': [
    cause(
      'glaze-too-thick',
      'The glaze over it lay too thick',
      wasDone('dipped in glaze', 'glaze'),
      keep,
      'Fewer seconds over a print',
    ),
    kilnPlace,
  ],
  'engobe faded or reacted': [
    cause(
      'glaze-reacts',
      'The glaze over it takes its colour',
      wasDone('glazed', 'glaze'),
      keep,
      'Test it under this glaze; matt keeps lines crisp',
    ),
    kilnPlace,
  ],
  'sigillata dull or scratched': [
    cause(
      'burnished-dry',
      'It was burnished too dry',
      tooDry(45, 'burnish'),
      keep,
      'Burnish when touching leaves no print',
    ),
    cause(
      'burnished-wet',
      'It was burnished too wet',
      tooWet(62, 'burnish'),
      keep,
      'Wait until the sponge comes away clean',
    ),
    cause(
      'fired-high',
      'It was fired too high',
      wasDone('fired', 'fire'),
      keep,
      'Up to about cone 08 keeps the shine',
    ),
  ],
  'wash wiped out of recesses': [
    place(
      'The sponge was too wet, or pressed in',
      'Brush the wash into the recesses again',
      'Wring it out; wipe across, not in',
    ),
  ],
  'wash too metallic': [place('Too much oxide stayed on', keep, 'Let it down, wipe more off')],
  'colour not as on the tile': [kilnPlace, thinCoats, misfit],
};
