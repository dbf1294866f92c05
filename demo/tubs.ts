import type { Entry, Make } from './maker.ts';

/** Five tubs: one right, one too thick, one too thin, one for another use, one never measured. */
export function tubs({ entry }: Make): Entry[][] {
  const tub = (id: string, body: Parameters<typeof entry<'tub.made'>>[4]): Entry[] => [
    entry('tub.made', id, 21, '11:00', body),
  ];
  const measured = (id: string, daysAgo: number, massG: number): Entry[] => [
    entry('tub.measured', id, daysAgo, '09:10', {
      massKg: massG / 1000,
      tareKg: 0.0124,
      volumeM3: 5e-5,
      celsius: 18.5,
      levelM3: null,
    }),
  ];
  const plain = { adjusted: 'none', grainDensity: 2650, capacityM3: 0.0015 } as const;
  return [
    tub('tub-night', {
      ...plain,
      name: 'Night black',
      use: 'brushed-engobe',
      contents: 'Hollow buff trimmings, iron 6 %, manganese-free black stain 8 %',
      volumeM3: 0.0011,
      wetColour: '#4b4640',
      firedColour: '#1b1a1c',
    }),
    tub('tub-chalk', {
      ...plain,
      name: 'Chalk white',
      use: 'poured-ground',
      contents: 'Equal parts china clay and Hollow buff',
      volumeM3: 0.0023,
      capacityM3: 0.003,
      wetColour: '#d9cfbd',
      firedColour: '#f4efe2',
    }),
    tub('tub-harbour', {
      ...plain,
      name: 'Harbour blue',
      use: 'brushed-engobe',
      contents: 'Hollow buff, cobalt carbonate 1 %, blue stain 6 %',
      volumeM3: 0.0008,
      wetColour: '#8b8fa3',
      firedColour: '#274a80',
    }),
    tub('tub-moss', {
      ...plain,
      name: 'Moss trailing slip',
      use: 'trailing',
      contents: 'Hollow buff, copper carbonate 3 %',
      volumeM3: 0.0004,
      capacityM3: 0.0008,
      wetColour: '#87907a',
      firedColour: '#3f6147',
    }),
    tub('tub-rust', {
      ...plain,
      name: 'Rust sigillata',
      use: 'sigillata',
      contents: 'Top layer of Tarn red, settled a day',
      volumeM3: 0.0006,
      capacityM3: 0.001,
      wetColour: '#a0603f',
      firedColour: '#8a3b22',
      adjusted: 'deflocculated',
    }),
    measured('tub-night', 6, 80.4),
    measured('tub-night', 1, 81.1),
    measured('tub-chalk', 2, 91.2),
    measured('tub-harbour', 1, 80.2),
    measured('tub-moss', 3, 84.6),
  ];
}
