import { cause, laidThickly, slipThick, slipThin, nextTooSoon, place, type Cause } from './cause.ts';
import { filledLittle, tooDry, tooWet } from './evidence.ts';

/** What goes wrong with lines, cuts and fills: the causes of each, the likeliest first. Common practice. */
export const causesOfLines: Record<string, Cause[]> = {
  'burrs on carved lines': [
    cause(
      'cut-too-wet',
      'The clay was cut too wet',
      tooWet(68, 'cut'),
      'Leave the burrs until bone dry, then a dry brush or thin tough film: no wet sponge on the coat',
      'Cut once the crumbs fall away by themselves',
    ),
    nextTooSoon('firm', 'cut'),
    place('The tool was blunt, or pushed', 'Brush them off when dry', 'Sharpen it; pull rather than push'),
  ],
  'chipped lines': [
    cause(
      'cut-too-dry',
      'The clay was cut too dry',
      tooDry(48, 'cut'),
      'Mist it, wait, and clean the edges',
      'Cut sooner; mist the surface where it went too far',
    ),
    laidThickly,
    place(
      'It was handled when dry',
      'Touch the chips up with the same slip on a dampened spot',
      'Carry it by stiff leather-hard',
    ),
  ],
  'smeared lines': [
    nextTooSoon('firm', 'cut', 'wipe', 'scrape'),
    cause(
      'cut-too-wet',
      'The clay was worked too wet',
      tooWet(68, 'cut', 'scrape'),
      'Let it firm, then clean the lines',
      'Wait until a finger leaves no print',
    ),
  ],
  'sunk inlay': [
    cause(
      'filled-too-little',
      'It was filled too seldom for so thin a slip',
      filledLittle,
      'Fill it again on a dampened groove, wait until it is as firm as the wall, scrape',
      'Fill until it stands proud',
    ),
    slipThin('fill'),
    cause(
      'scraped-too-soon',
      'It was scraped before the fill was as firm as the wall',
      tooWet(58, 'scrape'),
      'Fill it again on a dampened groove, wait, scrape',
      'Scrape once fill and wall feel alike',
    ),
  ],
  'ghosted inlay': [
    cause(
      'scraped-too-soon',
      'It was scraped while it was wet enough to smear',
      tooWet(58, 'scrape'),
      'Wait until stiff leather-hard and scrape once more, thinly',
      'Scrape when it comes off as crumbs',
    ),
    place(
      'The scraper dragged colour along',
      'One more thin pass with a clean edge',
      'Wipe the edge after each stroke',
    ),
  ],
  'slumped trailing': [
    slipThin('line'),
    cause(
      'wall-too-wet',
      'The wall was too wet to draw water out of the line',
      tooWet(84, 'line'),
      'Scrape it off when firm, and trail again',
      'Trail on leather-hard',
    ),
    nextTooSoon('matte', 'line'),
  ],
  'clogged tip': [
    slipThick('line'),
    place(
      'The slip was not sieved fine enough',
      'Clear the tip with a wire, sieve the slip',
      'Sieve at 100 mesh just before',
    ),
  ],
  'needle-sharp tips': [
    slipThick('line'),
    place(
      'The tip was pulled away too fast',
      'Press the points down while they are soft',
      'Stop pressing before it is lifted',
    ),
  ],
};
