import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { ThemeProvider } from '@mui/material/styles';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { SWRConfig } from 'swr';
import { v7 as uuid } from 'uuid';
import { vi } from 'vitest';
import { act as actSchema } from '../../api/entry.ts';
import { CLOCK_HEADER } from '../../api/routes.ts';
import { validate } from '../../core/log/admission/admit.ts';
import { entriesOf, type Act, type Entry, type EntryKind, type EntryOf } from '../../core/log/entry.ts';
import { asToday, type AnyBody, type AnyKind } from '../../core/log/upcast.test-support.ts';
import { emptyLedger, entriesAbout, record, subjectsOf, type Ledger } from '../../core/log/ledger.ts';
import { foldPiece } from '../../core/log/piece.ts';
import { DEFAULT_MAKER } from '../../core/log/studio.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { createShelf } from '../../server/planning/tubShelf.ts';
import { logAnswers } from '../../server/routes/logAnswers.ts';
import { setClock } from '../asking/clock.ts';
import { Logging } from '../saving/notice.tsx';
import { ask } from '../asking/server.ts';
import { theme } from '../ui/theme.ts';

/** The moment at which views are tested: a Tuesday noon. */
export const NOON: Instant = Date.parse('2026-03-10T12:00:00Z');

/** A studio that lives in the memory of a test, behind the same doors and rules as the real one. */
export interface TestStudio {
  ledger: Ledger;
  /** Logs as another tablet would. */
  has: (...entries: Entry[]) => void;
  /** Entries of the acts that the view under test has logged, each act a list. */
  logged: Entry[][];
  /** Answers of further doors, by method and path. */
  answers: Record<string, (body: unknown) => unknown>;
}

/** The one entry of a kind that the view under test has logged. */
export function loggedOnly<K extends EntryKind>(studio: TestStudio, kind: K): EntryOf<K> {
  const found = entriesOf(studio.logged.flat(), kind);
  if (found.length !== 1) throw new Error(`${found.length} entries ${kind} instead of one`);
  return found[0]!;
}

export const known = <K extends AnyKind>(
  kind: K,
  subject: string,
  body: AnyBody<K>,
  at: Instant = NOON - 3_600_000,
): Entry => asToday(kind, { id: uuid(), subject, at: new Date(at).toISOString() }, body);

/** Begins a studio with what is already known of it, and answers for it until the test ends. */
export function testStudio(...before: Entry[]): TestStudio {
  localStorage.clear();
  // long tables whole
  for (const table of ['all-steps', 'all-log']) localStorage.setItem(`kosmema-${table}`, 'true');
  sessionStorage.clear();
  setClock(NOON);
  const ledger = emptyLedger();
  const take = (act: Act): void =>
    void record(ledger, { ...act, n: ledger.acts.length + 1, recordedAt: act.deviceAt });
  const has = (...entries: Entry[]): void =>
    take({ id: uuid(), makerId: DEFAULT_MAKER, deviceAt: new Date(NOON).toISOString(), entries });
  const shelf = createShelf(ledger);
  const studio: TestStudio = { ledger, has, logged: [], answers: {} };

  const acted = (body: unknown): Response => {
    const parsed = actSchema.safeParse(body);
    const against = parsed.success
      ? validate(ledger, parsed.data as Act, NOON)
      : [{ code: 'invalid', field: '', message: parsed.error.issues[0]!.message }];
    const [refused] = against;
    if (refused) return reply(422, { status: 422, detail: refused.message, ...refused, problems: against });
    take(parsed.data as Act);
    studio.logged.push((parsed.data as Act).entries);
    return reply(201, { n: ledger.acts.length, recordedAt: '', again: false });
  };
  const pieces = () =>
    subjectsOf(ledger, 'piece.made').flatMap((id) => foldPiece(id, entriesAbout(ledger, 'piece', id)) ?? []);
  const answers = logAnswers({ ledger, shelf, pieces, clock: { now: () => NOON, workshopTime: false } });
  const looked = (path: string): unknown => {
    const [, , place, id = ''] = path.split('/');
    if (
      place === 'studio' ||
      place === 'shelf' ||
      place === 'bins' ||
      place === 'techniques' ||
      place === 'forms'
    )
      return answers[place]();
    if (place === 'tubs') return answers.tub(id);
    if (place === 'batches') return answers.batch(id);
    if (path === '/api/rooms') return {};
    if (path === '/api/sensors') return { rooms: [], scale: null, set: { rooms: {}, scale: null } };
    throw new Error(`the test studio has no door ${path}`);
  };
  vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
    const method = init?.method ?? 'GET';
    const body: unknown = typeof init?.body === 'string' ? JSON.parse(init.body) : init?.body;
    const answer = studio.answers[`${method} ${path}`];
    if (answer) return Promise.resolve(reply(200, answer(body)));
    if (path === '/api/acts') return Promise.resolve(acted(body));
    const found = looked(path);
    const gone = { status: 404, detail: 'It is not in the log.', code: 'gone', field: 'id' };
    return Promise.resolve(found ? reply(200, found) : reply(404, gone));
  });
  if (before.length > 0) has(...before);
  return studio;
}

const reply = (status: number, body: unknown): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json', [CLOCK_HEADER]: String(NOON) },
  });

/** Shows a view at its path, within all that a view counts on. Other paths show their name. */
export function show(view: ReactNode, { path = '/', at = path }: { path?: string; at?: string } = {}): void {
  const router = createMemoryRouter(
    [
      { path, element: view },
      { path: '*', element: <p>elsewhere</p> },
    ],
    { initialEntries: [at] },
  );
  render(
    <CacheProvider value={unstyled()}>
      <ThemeProvider theme={theme}>
        <SWRConfig value={{ fetcher: ask, provider: () => new Map(), dedupingInterval: 0 }}>
          <Logging>
            <RouterProvider router={router} />
          </Logging>
        </SWRConfig>
      </ThemeProvider>
    </CacheProvider>,
  );
}

/** Rules of style lie where the document does not see them: it would read each of them anew for each test. */
const unstyled = () => createCache({ key: 'k', container: document.createElement('div') });

type Labelled = string | RegExp;

/** Types into the field of that label, in place of what stood there. */
export async function type(label: Labelled, text: string): Promise<void> {
  fireEvent.change(await screen.findByLabelText(label), { target: { value: text } });
}

export async function press(name: Labelled): Promise<void> {
  fireEvent.click(await screen.findByRole('button', { name }));
}

/** Picks an option of a choice field. */
export async function choose(label: Labelled, option: Labelled): Promise<void> {
  fireEvent.mouseDown(await screen.findByRole('combobox', { name: label }));
  fireEvent.click(within(await screen.findByRole('listbox')).getByRole('option', { name: option }));
}

/** Gives a file to the button of that name. */
export async function give(name: Labelled, fileName: string, text = 'x'): Promise<void> {
  const button = await screen.findByRole('button', { name });
  const input = button.parentElement!.querySelector<HTMLInputElement>('input[type=file]')!;
  fireEvent.change(input, { target: { files: [new File([text], fileName)] } });
}

/** What the view complains of, once it does. */
export const complaint = async (): Promise<string> =>
  (await screen.findAllByRole('alert')).map((shown) => shown.textContent).join(' ');
