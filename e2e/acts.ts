import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expect, type Studio } from './studio.ts';

/** What an entry is about and says; all else of it is the same for all. */
export interface Draft {
  kind: string;
  subject: string;
  body: object;
  v?: number;
}

/** Logs one act as a tablet would, at a moment of the studio's clock. */
export async function log({ address }: Studio, moment: string, ...drafts: Draft[]): Promise<void> {
  const at = new Date(moment).toISOString();
  const entries = drafts.map((draft) => ({ id: randomUUID(), v: 1, at, place: null, face: null, ...draft }));
  const response = await fetch(`${address}/api/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: randomUUID(), makerId: 'maker-default', deviceAt: at, entries }),
  });
  expect(response.status, await response.text()).toBe(201);
}

/** A technique all over the outside, in the usual ways but for those that are said. */
export const layer = (technique: string, rev = '1', schools: Record<string, string> = {}) => ({
  ...{ id: 'first', technique, rev, schools, face: 'outside' },
  ...{ zones: [{ id: 'whole', name: 'All over', kind: 'whole' }], upon: null, also: [], stock: [] },
});

/** What is said of a piece when it is made: a cylinder on a board, left open, for sgraffito. */
export const cylinder = {
  ...{ clayId: 'clay-default', roomId: 'room-default', cover: 'open', stand: 'board' },
  form: { kind: 'cylinder', diameterM: 0.09, heightM: 0.15, wallM: 0.006, mouth: 'open' },
  ...{ attachmentM: null, stage: null, layers: [layer('sgraffito', '2')] },
};

/** Logs a piece as made and opens its page: for journeys that begin with what is done of it. */
export async function haveMade(
  page: Page,
  studio: Studio,
  at: string,
  name: string,
  of: Partial<Omit<typeof cylinder, 'form'>> & { form?: object } = {},
): Promise<void> {
  const subject = randomUUID();
  await log(studio, at, { kind: 'piece.made', v: 2, subject, body: { ...cylinder, ...of, name } });
  await page.goto(`${studio.address}/pieces/${subject}`);
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}
