import { readdirSync, readFileSync } from 'node:fs';
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { tubBody } from '../../core/log/entries.test-support.ts';
import { HOUR, metricUnits, MINUTE, SECOND } from '../../core/units/quantity.ts';
import { quantityText, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { howDoI, howDoIAt } from './howDoI.ts';
import { LastLogged } from '../saving/LastLogged.tsx';
import { LogDialog } from '../saving/LogDialog.tsx';
import { entry } from '../saving/outbox.ts';
import { Shell } from './Shell.tsx';
import {
  complaint,
  known,
  loggedOnly,
  NOON,
  press,
  show,
  testStudio,
} from '../testing/studio.test-support.tsx';
import { span, whenNear } from '../ui/times.ts';

const tubNoted = (at: number) => ({
  words: 'a note',
  entries: [entry('tub.noted', 'black', { text: 'x' }, { at })],
});
const black = known('tub.made', 'black', tubBody());

describe('a form that logs', () => {
  it('logs at the moment of the press, and shows what it logged with an undo that can be undone', async () => {
    const studio = testStudio(black);
    show(<LogDialog title="Note" verb="Log note" act={tubNoted} onClose={() => undefined} />);
    await press('Log note');
    await screen.findByText('Logged: a note');
    expect(Math.abs(Date.parse(loggedOnly(studio, 'tub.noted').at) - NOON)).toBeLessThan(MINUTE);
    // a dialog over the page hides the rest of it from assistive technology
    fireEvent.click(await screen.findByRole('button', { name: 'Undo', hidden: true }));
    await screen.findByText(/^Undone: /);
    expect(loggedOnly(studio, 'act.retracted').subject).toBe(studio.ledger.acts[1]!.id);
    fireEvent.click(screen.getByRole('button', { name: 'Redo', hidden: true }));
    await expect.poll(() => studio.logged.length).toBe(3);
    expect(studio.logged[2]![0]!.subject).toBe(studio.ledger.acts[2]!.id);
  });

  it('logs at another time where that is said', async () => {
    const studio = testStudio(black);
    const asked: number[] = [];
    show(
      <LogDialog
        title="Note"
        verb="Log note"
        act={(at) => (asked.push(at), tubNoted(at))}
        onClose={() => undefined}
      />,
    );
    await press('It was at another time');
    expect(await screen.findByRole('group', { name: 'When' })).toBeTruthy();
    await press('Log note');
    await expect.poll(() => studio.logged.length).toBe(1);
    expect(Math.abs(asked[0]! - NOON)).toBeLessThan(MINUTE);
  });

  it('keeps what was typed where the studio refuses it, and says why', async () => {
    testStudio();
    let closed = false;
    show(
      <LogDialog title="Note" verb="Log note" act={tubNoted} onClose={() => void (closed = true)}>
        <input aria-label="Typed" defaultValue="still here" />
      </LogDialog>,
    );
    await press('Log note');
    expect(await complaint()).toMatch(/tub|not/i);
    expect(screen.getByLabelText<HTMLInputElement>('Typed').value).toBe('still here');
    expect(closed).toBe(false);
  });

  it('keeps an act on the tablet while the studio cannot be reached', async () => {
    const studio = testStudio(black);
    studio.answers['POST /api/acts'] = () => {
      throw new TypeError('no network');
    };
    show(<LogDialog title="Note" verb="Log note" act={tubNoted} onClose={() => undefined} />);
    await press('Log note');
    expect(await screen.findByText('On this tablet: a note')).toBeTruthy();
    delete studio.answers['POST /api/acts'];
    act(() => void window.dispatchEvent(new Event('online')));
  });
});

describe('what was logged last', () => {
  it('stays beside the work, with its undo and redo, once its notice is closed, and over a reload', async () => {
    localStorage.clear();
    const studio = testStudio(black);
    const Beside = () => (
      <>
        <LogDialog title="Note" verb="Log note" act={tubNoted} onClose={() => undefined} />
        <LastLogged now={NOON} zone="Etc/UTC" />
      </>
    );
    show(<Beside />);
    await press('Log note');
    await screen.findByText('Logged: a note');
    expect(screen.queryByRole('region', { name: 'Logged last', hidden: true })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Close', hidden: true }));
    const last = await screen.findByRole('region', { name: 'Logged last', hidden: true });
    expect(last.textContent).toContain('12:00 Logged: a note');
    cleanup();
    show(<Beside />);
    const again = await screen.findByRole('region', { name: 'Logged last', hidden: true });
    fireEvent.click(within(again).getByRole('button', { name: 'Undo', hidden: true }));
    await screen.findByText('Undone: a note');
    fireEvent.click(screen.getByRole('button', { name: 'Close', hidden: true }));
    fireEvent.click(await screen.findByRole('button', { name: 'Redo', hidden: true }));
    await screen.findByText('Logged again: a note');
    expect(studio.logged.slice(-3).map(([e]) => e!.kind)).toEqual([
      'tub.noted',
      'act.retracted',
      'act.retracted',
    ]);
    localStorage.clear();
  });
});

describe('the shell', () => {
  const shell = () => {
    testStudio();
    show(<Shell />);
    return screen.findByRole('navigation', { name: 'Places' });
  };

  it('goes to its places by keys, and lists the keys', async () => {
    await shell();
    fireEvent.keyDown(document.body, { key: '?' });
    const help = await screen.findByRole('dialog', { name: 'How do I …' });
    expect(help.textContent).toContain('Go to Techniques');
    expect(help.textContent).toContain('New piece');
    fireEvent.click(screen.getByRole('button', { name: 'Close' }));
    await expect.poll(() => screen.queryByRole('dialog')).toBeNull();
    fireEvent.keyDown(document.body, { key: 'g' });
    fireEvent.keyDown(document.body, { key: 's' });
    expect(await screen.findByText('elsewhere')).toBeTruthy();
  });

  it('answers how things are done, those of the open place first, in words that stand on the screens', async () => {
    expect(howDoIAt('/slips/new')[0]!.at).toBe('/slips');
    expect(howDoIAt('/slips')).toHaveLength(howDoI.length);
    const written = readdirSync('web', { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.tsx') && !file.includes('test'))
      .map((file) => readFileSync(`web/${file}`, 'utf8'))
      .join('\n');
    const quoted = howDoI.flatMap(({ answer }) =>
      [...answer.matchAll(/“([^”]+?)(?: …)?”/g)].map((of) => of[1]!),
    );
    expect(quoted.length).toBeGreaterThan(8);
    expect(quoted.filter((words) => !new RegExp(words.replaceAll('?', '\\?'), 'i').test(written))).toEqual(
      [],
    );
  });

  it('does not take what is typed for a key', async () => {
    testStudio();
    show(
      <>
        <Shell />
        <input aria-label="Typing" />
      </>,
    );
    fireEvent.keyDown(await screen.findByLabelText('Typing'), { key: 'n' });
    expect(screen.queryByText('elsewhere')).toBeNull();
  });

  it('says where the saved state stands, and begins with a way past the places', async () => {
    await shell();
    expect((await screen.findByTestId('saved-state')).textContent).toMatch(/saved|tablet|you/i);
    expect(screen.getByRole('link', { name: 'Skip to the view' }).getAttribute('href')).toBe('#view');
  });
});

describe('a moment in words', () => {
  it.each([
    [NOON + HOUR, '13:00'],
    [NOON + 24 * HOUR, 'tomorrow 12:00'],
    [NOON + 72 * HOUR, 'Fri 12:00'],
    [NOON - 24 * HOUR, 'Mon 12:00'],
    [NOON + 10 * 24 * HOUR, 'Fri, 20 Mar 12:00'],
  ])('%i is %s', (at, words) => {
    expect(whenNear(at, NOON, 'Etc/UTC').replace(/ /g, ' ')).toMatch(
      new RegExp(`^${words.replace(',', ',?')}$`),
    );
  });

  it('is the studio’s, over a change of its clock', () => {
    // Berlin sets its clocks on at 01:00 UTC on 29 March 2026 (EU directive 2000/84)
    const before = Date.parse('2026-03-28T12:00:00Z');
    expect(whenNear(before, before, 'Europe/Berlin')).toBe('13:00');
    expect(whenNear(before + 24 * HOUR, before, 'Europe/Berlin')).toBe('tomorrow 14:00');
  });

  it.each([
    [20 * SECOND, 'under a minute'],
    [59 * MINUTE, '59 min'],
    [61 * MINUTE, '1 h'],
    [95 * MINUTE, '1 h 35 min'],
    [26 * HOUR, '26 h'],
    [72 * HOUR, '3 days'],
    [-5, 'under a minute'],
  ])('a span of %i ms is %s', (ms, words) => {
    expect(span(ms)).toBe(words);
  });
});

describe('what is typed', () => {
  it('is read with either decimal sign, empty as nothing, anything else as no number', () => {
    expect(typedNumber('1,5')).toBe(1.5);
    expect(typedNumber(' 1.5 ')).toBe(1.5);
    expect(typedNumber('')).toBeNull();
    expect(typedNumber('1.5 g')).toBeNaN();
    expect(typedQuantity('250', 'mass', metricUnits)).toBeCloseTo(0.25, 12);
    expect(typedQuantity('', 'mass', metricUnits)).toBeNull();
    expect(typedQuantity('heavy', 'mass', metricUnits)).toBeNaN();
  });

  it('comes back as it was typed', () => {
    for (const text of ['0.15', '12', '3.5'])
      expect(quantityText(typedQuantity(text, 'length', metricUnits)!, 'length', metricUnits)).toBe(text);
    const comma = { ...metricUnits, decimal: ',' as const };
    expect(quantityText(0.0015, 'length', comma)).toBe('1,5');
  });
});
