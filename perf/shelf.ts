import type { Entry } from '../core/log/entry.ts';
import { emptyLedger, record } from '../core/log/ledger.ts';
import { createShelf, type Shelf } from '../server/planning/tubShelf.ts';

const HOUR = 3_600_000;

/** 200 tubs with 50 entries each, as the server holds them. */
export function fullShelf(start: number): Shelf {
  const ledger = emptyLedger();
  const entry = (kind: string, subject: string, i: number, body: unknown): Entry =>
    ({
      id: `${subject}-${i}`,
      kind,
      v: 1,
      subject,
      at: new Date(start - (60 - i) * 24 * HOUR).toISOString(),
      place: null,
      face: null,
      body,
    }) as unknown as Entry;
  for (let t = 0; t < 200; t++) {
    const id = `tub-${t}`;
    const colour = `#${((t * 7919) % 0xffffff).toString(16).padStart(6, '0')}`;
    const made = {
      name: id,
      use: 'brushed-engobe',
      contents: '',
      clayId: null,
      volumeM3: 0.001,
      capacityM3: 0.002,
      grainDensity: 2600,
      wetColour: colour,
      firedColour: colour,
      adjusted: 'none',
      carries: [],
      keepsDays: 180,
      composition: [],
      batchId: null,
    };
    const measured = (i: number) => ({
      sample: null,
      gravityRead: 1.35 + 0.002 * ((i * 13 + t) % 20),
      flow: [],
      feel: i % 3 === 0 ? 'single-cream' : null,
      celsius: 19,
      levelM3: null,
    });
    const entries = Array.from({ length: 49 }, (_, i) =>
      i % 2
        ? entry('tub.used', id, i + 1, { volumeM3: 5e-6, pieceId: null })
        : entry('tub.measured', id, i + 1, measured(i)),
    );
    record(ledger, {
      id: `act-${t}`,
      n: t + 1,
      makerId: 'm',
      deviceAt: '',
      recordedAt: '',
      entries: [entry('tub.made', id, 0, made), ...entries],
    });
  }
  return createShelf(ledger);
}
