import type { Firing } from '../firing/kilnSpace.ts';
import type { Does } from '../technique/technique.ts';

/** What goes wrong, in the words people ask with, and which deeds it comes of; all where none is named. Common practice. */
const faults: { word: string; of?: Does[] }[] = [
  { word: 'flaking or peeling coat', of: ['coat', 'line'] },
  { word: 'cracks in the coat', of: ['coat', 'line'] },
  { word: 'coat lifted at edges', of: ['coat', 'line'] },
  { word: 'pinholes and bubbles', of: ['coat', 'glaze'] },
  { word: 'streaks', of: ['coat'] },
  { word: 'clay showing through', of: ['coat'] },
  { word: 'colours muddied', of: ['coat', 'line'] },
  { word: 'blurred stencil or print', of: ['coat', 'print'] },
  { word: 'incomplete transfer', of: ['print'] },
  { word: 'wrinkled transfer', of: ['print'] },
  { word: 'burrs on carved lines', of: ['cut'] },
  { word: 'chipped lines', of: ['cut'] },
  { word: 'smeared lines', of: ['cut', 'scrape', 'wipe'] },
  { word: 'sunk inlay', of: ['fill', 'scrape'] },
  { word: 'ghosted inlay', of: ['scrape'] },
  { word: 'slumped trailing', of: ['line'] },
  { word: 'clogged tip', of: ['line'] },
  { word: 'needle-sharp tips', of: ['line'] },
  { word: 'slumped wall', of: ['coat', 'line', 'film', 'stretch'] },
  { word: 'warped' },
  { word: 'rim split on the mould', of: ['stand'] },
  { word: 'crackle did not open', of: ['stretch'] },
  { word: 'crackle tore through', of: ['stretch'] },
  { word: 'silicate ran where it cannot be trimmed', of: ['silicate'] },
  { word: 'bursting in bisque', of: ['fire'] },
  { word: 'lime-pop', of: ['fire'] },
  { word: 'coat peeled in firing, or shivered', of: ['fire'] },
  { word: 'crazing over slip', of: ['fire'] },
  { word: 'scum at rims and handprints', of: ['fire'] },
  { word: 'hairlines in a dry wall wetted too much', of: ['film', 'scrape', 'wash', 'glaze'] },
  { word: 'cracked joins and handles', of: ['join'] },
  { word: 'rust specks', of: ['fire'] },
  { word: 'glaze crawled over dust', of: ['glaze', 'fire'] },
  { word: 'print ran under glaze', of: ['fire'] },
  { word: 'engobe faded or reacted', of: ['fire'] },
  { word: 'sigillata dull or scratched', of: ['burnish', 'fire'] },
  { word: 'wash wiped out of recesses', of: ['wipe'] },
  { word: 'wash too metallic', of: ['fire', 'wash'] },
  { word: 'colour not as on the tile', of: ['fire'] },
];

/** What is most often found wrong at unloading, offered first, piece by piece. Common practice, no source. */
export const kilnFaults: Record<Firing, readonly string[]> = {
  bisque: [
    'bursting in bisque',
    'cracked joins and handles',
    'warped',
    'lime-pop',
    'coat peeled in firing, or shivered',
    'scum at rims and handprints',
  ],
  glazed: [
    'coat peeled in firing, or shivered',
    'crazing over slip',
    'glaze crawled over dust',
    'colour not as on the tile',
    'warped',
    'print ran under glaze',
  ],
};

export const faultWords: string[] = faults.map(({ word }) => word);

/** The words for what may go wrong at a step that does these things, then all others. */
export function faultsOf(does: Does[]): string[] {
  const likely = faults.filter(({ of }) => of?.some((one) => does.includes(one))).map(({ word }) => word);
  return [...likely, ...faultWords.filter((word) => !likely.includes(word))];
}
