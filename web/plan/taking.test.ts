import { describe, expect, it } from 'vitest';
import type { GroupState } from '../../core/log/group.ts';
import { layerOf } from '../../core/catalogue/layerOf.test-support.ts';
import { row } from '../pieces/rows.test-support.ts';
import { groupFrom, typedGroup } from '../class/GroupFields.tsx';
import { takenOfGroup, takenOfPiece } from './taking.ts';

const layers = [layerOf('sgraffito')];
const order = (id: string, dueAt: string | null): GroupState => ({
  id,
  closed: false,
  set: {
    ...{ name: id, kind: 'order', dueAt },
    toMake: {
      ...{ name: 'Lantern', clayId: 'c', roomId: 'r', cover: 'open', stand: 'board', attachmentM: null },
      ...{ stage: null, layers, count: 12, takesS: 900 },
      form: { kind: 'cylinder', diameterM: 0.1, heightM: 0.15, wallM: 0.006, mouth: 'open' },
    },
  },
});
const SOON = '2026-03-14T12:00:00.000Z';
const BY = Date.parse('2026-03-20T12:00:00Z');

describe('a change that is taken', () => {
  it('sets an order anew in that alone', () => {
    const of = order('g', SOON);
    expect(takenOfGroup(of, 12, { kind: 'date', by: BY })).toEqual({
      ...{ kind: 'group.set', subject: 'g' },
      body: { ...of.set, dueAt: '2026-03-20T12:00:00.000Z' },
    });
    const others = [layerOf('sgraffito', { ground: 'engobe' })];
    const school = {
      kind: 'school',
      layers: others,
      layer: 0,
      question: 'Ground',
      school: 'Engobe',
    } as const;
    expect(takenOfGroup(of, 12, school)!.body).toEqual({
      ...of.set,
      toMake: { ...of.set.toMake, layers: others },
    });
  });

  it('makes fewer of those that are not made yet: what is made stays in the count', () => {
    // of twelve five are made, and four more can be
    const taken = takenOfGroup(order('g', SOON), 7, { kind: 'fewer', count: 4 });
    expect(taken!.body).toMatchObject({ toMake: { count: 9 } });
    const { toMake: _none, ...bare } = order('g', null).set;
    expect(takenOfGroup({ id: 'g', closed: false, set: bare }, 0, { kind: 'fewer', count: 4 })).toBeNull();
  });

  it('of a piece moves the date of the group that wants it first', () => {
    const groups = [order('late', '2026-03-18T12:00:00.000Z'), order('first', SOON), order('none', null)];
    const piece = row('p', { groups: ['late', 'first', 'none'] });
    const change = { kind: 'date', by: BY } as const;
    expect(takenOfPiece(piece, groups, change)).toMatchObject({ kind: 'group.set', subject: 'first' });
    expect(takenOfPiece(row('p'), groups, change)).toBeNull();
    expect(takenOfPiece(piece, groups, { kind: 'fewer', count: 1 })).toBeNull();
  });
});

describe('a group that is changed in its dialog', () => {
  it('keeps what is still to be made for it', () => {
    const { set } = order('g', SOON);
    expect(groupFrom(typedGroup(set))).toEqual(set);
  });
});
