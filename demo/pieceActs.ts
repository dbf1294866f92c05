import { doneBeside } from '../core/log/acts/done.ts';
import { covered as covers } from '../core/log/acts/kept.ts';
import type { BodyOf, Entry, Make } from './maker.ts';

export type Cover = 'open' | 'draped' | 'tight' | 'damp-box';
export type Form = BodyOf<'piece.made'>['form'];
export type Layers = BodyOf<'piece.made'>['layers'];
export type Done = BodyOf<'piece.done'>;
export type Outcome = 'good' | 'mixed' | 'bad';

/** A layer of a piece, all over its outside where nothing else is said. */
export const layer = (
  technique: string,
  rev: string,
  schools: Record<string, string>,
  tubs: string[] = [],
  more: Partial<Layers[0]> = {},
): Layers[0] => ({
  id: 'first',
  technique,
  rev,
  schools,
  zones: [{ id: 'whole', name: 'All over', kind: 'whole' }],
  face: 'outside',
  upon: null,
  also: [],
  stock: tubs.length > 0 ? [{ ids: tubs }] : [],
  ...more,
});

/** The acts on a piece, as the demo's makers log them. */
export function pieceActs({ entry, meant }: Make) {
  const made = (
    id: string,
    days: number,
    time: string,
    body: {
      name: string;
      form: Form;
      roomId?: string;
      clayId?: string;
      cover?: Cover;
      layers?: Layers;
      stand?: BodyOf<'piece.made'>['stand'];
    },
  ): Entry[] => [
    entry('piece.made', id, days, time, {
      clayId: 'clay-default',
      roomId: 'room-default',
      layers: [layer('sgraffito', '2', { ground: 'engobe', edges: 'pressed' })],
      cover: 'open',
      stand: 'board',
      attachmentM: null,
      stage: null,
      ...body,
    }),
  ];
  const covered = (id: string, days: number, time: string, cover: Cover): Entry[] => [
    ...covers([{ id, cover, stand: 'board' }]).map((of) => meant(of, days, time)),
  ];
  const done = (
    id: string,
    days: number,
    time: string,
    step: string,
    effects: Done['effects'],
    more: Partial<Done> & { pass?: number; layer?: string } = {},
  ): Entry[] => {
    const { pass = 1, layer: of = 'first', ...said } = more;
    const refs = [{ layer: of, step, zone: null, pass }];
    return [meant(doneBeside(id, { refs, effects, ...said }), days, time)];
  };
  const seen = (
    id: string,
    days: number,
    time: string,
    step: string,
    pass: number,
    what = 'matte',
  ): Entry[] => [
    entry('piece.seen', id, days, time, { refs: [{ layer: 'first', step, zone: null, pass }], what }),
  ];
  return { made, covered, done, seen };
}
