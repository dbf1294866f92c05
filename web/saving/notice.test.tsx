import { screen, waitFor } from '@testing-library/react';
import { Button } from '@mui/material';
import { describe, expect, it } from 'vitest';
import { madeBody } from '../../core/log/admission/admit.test-support.ts';
import { known, NOON, press, show, testStudio } from '../testing/studio.test-support.tsx';
import { LastLogged } from './LastLogged.tsx';
import { useLog } from './notice.tsx';
import { entry } from './outbox.ts';

/** Notes the same of several pieces in one act. */
function NoteAll({ pieces }: { pieces: string[] }) {
  const log = useLog();
  const entries = () => pieces.map((id) => entry('piece.noted', id, { text: 'Dust on it' }, { at: NOON }));
  return <Button onClick={() => void log('dust noted', entries())}>Note it</Button>;
}

const begun = (...pieces: string[]) =>
  testStudio(...pieces.map((id) => known('piece.made', id, madeBody([], { name: `Jar ${id}` }))));
const notice = async (words: RegExp) =>
  waitFor(() => {
    const [shown] = screen.getAllByRole('status').filter(({ textContent }) => words.test(textContent));
    if (!shown) throw new Error('not shown yet');
    return shown;
  });

describe('what was logged', () => {
  it('for some pieces only says for how many it was not, and why, and stays until it is closed', async () => {
    const studio = begun('a', 'b');
    show(<NoteAll pieces={['a', 'gone', 'b']} />);
    await press('Note it');
    const shown = await notice(/^Logged/);
    expect(shown.textContent).toMatch(/^Logged: dust noted\. Not for 1: This piece is not in the log/);
    expect(studio.logged).toHaveLength(1);
    expect(studio.logged[0]!.map(({ subject }) => subject)).toEqual(['a', 'b']);
    await press('Close');
    await waitFor(() => expect(screen.queryByText(/Not for 1/)).toBeNull());
  });

  it('is undone as one act, and logged again as one', async () => {
    const studio = begun('a', 'b');
    show(<NoteAll pieces={['a', 'b']} />);
    await press('Note it');
    await notice(/^Logged: dust noted/);
    await press('Undo');
    await notice(/^Undone: dust noted/);
    expect(studio.logged.map((act) => act.map(({ kind }) => kind))).toEqual([
      ['piece.noted', 'piece.noted'],
      ['act.retracted'],
    ]);
    await press('Redo');
    await notice(/^Logged again: dust noted/);
  });

  it('for none says why, logs nothing, and offers no undo', async () => {
    const studio = begun('a');
    show(<NoteAll pieces={['gone', 'lost']} />);
    await press('Note it');
    const shown = await notice(/not in the log/);
    expect(shown.textContent).not.toMatch(/Logged|Undo/);
    expect(studio.logged).toEqual([]);
  });

  it('stands, once its notice is gone, among what was logged last, with its undo', async () => {
    begun('a');
    show(
      <>
        <NoteAll pieces={['a']} />
        <LastLogged now={NOON} zone="Etc/UTC" />
      </>,
    );
    await press('Note it');
    await notice(/^Logged: dust noted/);
    expect(screen.queryByRole('region', { name: 'Logged last' })).toBeNull();
    await press('Close');
    expect((await screen.findByRole('region', { name: 'Logged last' })).textContent).toMatch(
      /Logged: dust noted\s*Undo$/,
    );
  });
});
