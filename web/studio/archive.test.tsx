import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { give, known, show, testStudio } from '../testing/studio.test-support.tsx';
import { Archive } from './Archive.tsx';

describe('a whole studio from a file', () => {
  it('says how much was taken and how much was here', async () => {
    const studio = testStudio(known('tub.noted', 't', { text: 'x' }));
    studio.answers['POST /api/import'] = () => ({
      acts: 12,
      alreadyHere: 3,
      files: 0,
      settingsKept: ['Quillstone Yard'],
      passedOver: { count: 0, first: [] },
      lacking: [],
    });
    show(<Archive />);
    await give(/Import an export/, 'studio.zip');
    expect(
      await screen.findByText(
        'Taken: 12 acts. 3 were here already. Kept as they are set here: Quillstone Yard.',
      ),
    ).toBeTruthy();
  });

  it('names what did not come, and files that are not as they were kept', async () => {
    const studio = testStudio(known('tub.noted', 't', { text: 'x' }));
    const what = 'a photograph of the piece “Cup”';
    const lacking = [{ file: 'a'.repeat(64), harm: 'damaged', what, at: '2026-03-10T09:00:00.000Z' }];
    studio.answers['GET /api/files'] = () => ({ looked: 1, of: 1, lacking });
    studio.answers['POST /api/import'] = () => ({
      acts: 1,
      alreadyHere: 0,
      files: 0,
      settingsKept: [],
      passedOver: { count: 2, first: [{ field: 'acts.1', message: 'That tub is not on the shelf.' }] },
      lacking,
    });
    show(<Archive />);
    expect(await screen.findByText(/Cup”.*10 Mar.*damaged/)).toBeTruthy();
    await give(/Import an export/, 'studio.zip');
    expect(
      await screen.findByText(
        `Taken: 1 acts. 0 were here already. 2 acts could not be taken: That tub is not on the shelf. Files that did not come: ${what}.`,
      ),
    ).toBeTruthy();
  });
});
