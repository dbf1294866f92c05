import { screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { calculator } from '../../core/calculators/calculator.ts';
import { calculators } from '../../core/calculators/rows.ts';
import { complaint, press, show, testStudio, type } from '../testing/studio.test-support.tsx';
import { Bench, OneBench } from './Bench.tsx';
import { Benches } from './Benches.tsx';

const answer = () => document.querySelector('[data-answer]')!.textContent;
const at = (id: string) => show(<Bench />, { path: '/benches/:id', at: `/benches/${id}` });

describe('the benches', () => {
  it('are found by what is asked', () => {
    testStudio();
    show(<Benches />);
    for (const { question } of calculators)
      expect(screen.getByRole('link', { name: new RegExp(question.replace('?', '\\?')) })).toBeTruthy();
  });

  it('begin with usual figures, answer as they are typed, and say what is wrong at its field', async () => {
    testStudio();
    at('throw-for-bellying');
    expect(await screen.findByText('Throw it across')).toBeTruthy();
    expect(answer()).toBe('78.7 mm');
    await type(/^Bellied to/, '1,8');
    expect(answer()).toBe('56.8 mm');
    expect(await complaint()).toMatch(/two goes/);
    await type(/^The clay shrinks/, '60');
    expect(await complaint()).toBe('The clay shrinks in all by must be between 0 % and 25 %.');
    expect(screen.getByLabelText(/^The clay shrinks/).getAttribute('aria-invalid')).toBe('true');
  });

  it('remember what was typed, and begin anew when they are told to', async () => {
    testStudio();
    at('divisions-round-a-pot');
    await type(/^Into how many/, '12');
    const typed = answer();
    document.body.innerHTML = '';
    at('divisions-round-a-pot');
    await waitFor(() => expect(answer()).toBe(typed));
    await press(/^Begin with the usual/);
    expect(answer()).toBe('37.6 mm');
  });

  it('that nobody knows say so', async () => {
    testStudio();
    at('none');
    expect(await screen.findByText('There is no such bench')).toBeTruthy();
  });

  it('take an invented one by its row alone', async () => {
    testStudio();
    const invented = calculator({
      id: 'lids',
      question: 'How wide is the lid?',
      about: 'By what the gallery leaves.',
      takes: [{ key: 'jarM', label: 'The jar', as: 'length', usual: 0.1, least: 0.01, most: 1 }],
      compute: ({ jarM }) => ({
        answer: { label: 'The lid', as: 'length', value: jarM - 0.004 },
        beside: [{ label: 'Of the jar', as: 'share', value: (jarM - 0.004) / jarM }],
        warnings: [],
      }),
      source: 'none',
    });
    show(<OneBench of={invented} />);
    expect(answer()).toBe('96 mm');
    expect(screen.getByRole('row', { name: /Of the jar/ }).textContent).toContain('96 %');
  });
});
