import {
  cause,
  laidDry,
  laidThickly,
  slipThick,
  slipThin,
  nextTooSoon,
  dirt,
  misfit,
  tooFast,
  place,
  thinCoats,
  type Cause,
} from './cause.ts';
import { littleSilicate, stretchedLate, tooDry, tooSoon, tooWet, wasDone } from './evidence.ts';

/** What goes wrong with coats, prints and skins: the causes of each, the likeliest first. Common practice. */
export const causesOfCoats: Record<string, Cause[]> = {
  'flaking or peeling coat': [
    laidDry(),
    laidThickly,
    slipThick('coat', 'line'),
    nextTooSoon('matte', 'coat'),
    misfit,
  ],
  'cracks in the coat': [laidThickly, slipThin('coat'), nextTooSoon('matte', 'coat'), laidDry(), tooFast],
  'coat lifted at edges': [
    laidDry(),
    laidThickly,
    tooFast,
    dirt('Dust or grease lay at the edge', 'Wipe edges with a damp sponge first'),
  ],
  'pinholes and bubbles': [
    place(
      'Air was whisked into the slip, or the brush was dry',
      'Rub the holes shut with a finger while it is damp',
      'Let slip stand after stirring; wet the brush',
    ),
    laidDry(55),
    slipThick('coat'),
  ],
  streaks: [
    slipThin('coat'),
    thinCoats,
    place(
      'The brush was short of slip, or went over a coat that was still wet',
      'One more coat in the other direction',
      'Full brush, long strokes; a coat that is matte may be crossed, a wet one never',
    ),
    laidDry(55),
  ],
  'clay showing through': [
    thinCoats,
    slipThin('coat'),
    place(
      'The coat was thinned by the brush at an edge',
      'A spot coat when it is matte',
      'Hold it to the light before it dries',
    ),
  ],
  'colours muddied': [
    nextTooSoon('matte', 'coat', 'line'),
    place(
      'Brush or tool carried one colour into the next',
      'Scrape the place off when firm and lay it again',
      'A brush for each colour',
    ),
  ],
  'blurred stencil or print': [
    nextTooSoon('matte', 'coat', 'print'),
    slipThin('coat', 'print'),
    cause(
      'wall-too-wet',
      'The wall was too wet for it',
      tooWet(86, 'print', 'coat'),
      'Let it firm, cut the edges clean',
      'Lay it on a wall that takes no fingerprint',
    ),
  ],
  'incomplete transfer': [
    cause(
      'wall-too-dry',
      'The wall was too dry to take the print',
      tooDry(62, 'print'),
      'Paint the gaps in with the same slip',
      'Dampen the wall first',
    ),
    place(
      'The sheet was rubbed too little, or had dried too far',
      'Paint the gaps in',
      'Lift one corner and look before it is pulled',
    ),
  ],
  'wrinkled transfer': [
    place(
      'A flat sheet was laid on a doubly curved wall',
      'Cut the wrinkle, lap it, press it down',
      'More and narrower gores',
    ),
    cause(
      'wall-too-wet',
      'The wall was too soft under the hand',
      tooWet(88, 'print'),
      'Press it down when leather-hard',
      'Wait until the wall is firm',
    ),
  ],
  'crackle did not open': [
    cause(
      'little-silicate',
      'Too little silicate was on it',
      littleSilicate,
      'More silicate, dry it to a skin, push again',
      'A fuller coat of it; shake the jar first',
    ),
    cause(
      'skin-not-dry',
      'The skin was not dry to the fingertip',
      tooSoon('touch-dry', 'stretch'),
      'Dry the skin further and push once more',
      'A small push first: it must crack by itself',
    ),
    place(
      'It was stretched too little',
      'Push on, from inside',
      'Plates open with the stretch: a tenth at least',
    ),
  ],
  'crackle tore through': [
    cause(
      'stretched-too-dry',
      'The wall was too stiff to stretch',
      stretchedLate,
      'Press soft clay in from inside',
      'Stretch sooner, in small steps',
    ),
    cause(
      'heated-long',
      'Heat dried more than the skin',
      wasDone('heated', 'heat'),
      'Mist the inside and wait',
      'Move the heat on, and stop when the shine is gone',
    ),
  ],
  'silicate ran where it cannot be trimmed': [
    place(
      'It was laid too wet, or the piece was tilted',
      'Wipe it off with a wet sponge before it sets; goggles and gloves',
      'Let it down less, and lay it on the turning wheel',
    ),
    cause(
      'silicate-thick',
      'It lay too thick',
      wasDone('laid with silicate', 'silicate'),
      'Blot it',
      'One thin pass',
    ),
  ],
};
