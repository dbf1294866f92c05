import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Box, Button, Link, Typography } from '@mui/material';
import {
  figureText,
  work,
  type Calculator,
  type Measure,
  type Taken,
  type Worked,
} from '../../core/calculators/calculator.ts';
import { calculators } from '../../core/calculators/rows.ts';
import { formatNumber, type UnitChoice } from '../../core/units/quantity.ts';
import { useUnits } from '../asking/maker.ts';
import { NumberField, QuantityField, quantityText, typedNumber, typedQuantity } from '../ui/fields.tsx';
import { Empty, Trouble } from '../ui/parts.tsx';
import { faded, hairline, slab } from '../ui/theme.ts';

/** One bench: what goes in on the left, the answer large, and what stands beside it. */
export function Bench() {
  const { id } = useParams();
  const of = calculators.find((one) => one.id === id);
  return of ? (
    <OneBench key={of.id} of={of} />
  ) : (
    <Empty
      title="There is no such bench"
      action={
        <Link component={RouterLink} to="/benches">
          All benches
        </Link>
      }
    >
      It may have been renamed: find it by what it answers.
    </Empty>
  );
}

export function OneBench({ of }: { of: Calculator }) {
  const units = useUnits();
  const [texts, setTexts] = useFigures(of, units);
  const typed = Object.fromEntries(of.takes.map(({ key, as }) => [key, figureTyped(as, texts[key]!, units)]));
  const worked = work(of, typed, units);
  return (
    <>
      <Typography variant="h1">{of.question}</Typography>
      <Box sx={{ color: faded, mb: 2, maxWidth: 820 }}>{of.about}</Box>
      <Box
        sx={{
          display: 'grid',
          columnGap: 6,
          rowGap: 3,
          gridTemplateColumns: { xs: '1fr', md: '300px 1fr' },
          alignItems: 'start',
        }}
      >
        <Box sx={{ display: 'grid', gap: 2 }}>
          {of.takes.map((taken) => (
            <Figure
              key={taken.key}
              taken={taken}
              text={texts[taken.key]!}
              onText={(text) => setTexts({ ...texts, [taken.key]: text })}
              wrong={!worked.ok && worked.problem.field === taken.key}
            />
          ))}
          <Button sx={{ justifySelf: 'start', px: 0 }} onClick={() => setTexts(usualTexts(of, units))}>
            Begin with the usual figures again
          </Button>
        </Box>
        <Box aria-live="polite" sx={{ order: { xs: -1, md: 0 } }}>
          {worked.ok ? (
            <Answer of={worked.value} units={units} />
          ) : (
            <Trouble>{worked.problem.message}</Trouble>
          )}
          <Box sx={{ color: faded, mt: 2 }}>{of.source}</Box>
        </Box>
      </Box>
    </>
  );
}

function Answer({ of: { answer, beside, warnings }, units }: { of: Worked; units: UnitChoice }) {
  return (
    <>
      <Box sx={{ fontSize: '1.2rem' }}>{answer.label}</Box>
      <Box data-answer sx={{ fontFamily: slab, fontWeight: 700, fontSize: { xs: '2.6rem', md: '3.4rem' } }}>
        {figureText(answer.as, answer.value, units)}
      </Box>
      {warnings.map((words) => (
        <Trouble key={words}>{words}</Trouble>
      ))}
      <Box component="table" sx={{ mt: 2, borderCollapse: 'collapse', width: '100%', maxWidth: 520 }}>
        <tbody>
          {beside.map(({ label, as, value }) => (
            <Box component="tr" key={label} sx={{ borderTop: `1px solid ${hairline}` }}>
              <Box component="th" scope="row" sx={{ textAlign: 'left', fontWeight: 400, py: 1 }}>
                {label}
              </Box>
              <Box component="td" sx={{ textAlign: 'right', fontWeight: 700, fontSize: '1.15rem' }}>
                {figureText(as, value, units)}
              </Box>
            </Box>
          ))}
        </tbody>
      </Box>
    </>
  );
}

interface FigureProps {
  taken: Taken;
  text: string;
  onText: (text: string) => void;
  wrong: boolean;
}

function Figure({ taken: { label, as, help }, text, onText, wrong }: FigureProps) {
  const field = { label, text, onText, help, ...(wrong && { error: help ?? '' }) };
  return as === 'length' || as === 'mass' || as === 'volume' ? (
    <QuantityField {...field} dimension={as} />
  ) : (
    <NumberField {...field} unit={unitOf[as]} />
  );
}

const unitOf: Partial<Record<Measure, string>> = { share: '%', angle: '°' };
const perTyped: Partial<Record<Measure, number>> = { share: 0.01, angle: Math.PI / 180 };

/** A figure as typed, in SI; NaN where it is no number, null where there is none. */
function figureTyped(as: Measure, text: string, units: UnitChoice): number | null {
  if (as === 'length' || as === 'mass' || as === 'volume') return typedQuantity(text, as, units);
  const typed = typedNumber(text);
  return typed === null ? null : typed * (perTyped[as] ?? 1);
}

const figureShown = (as: Measure, value: number, units: UnitChoice): string =>
  as === 'length' || as === 'mass' || as === 'volume'
    ? quantityText(value, as, units)
    : formatNumber(value / (perTyped[as] ?? 1), 3, units);

type Texts = Record<string, string>;

const usualTexts = ({ takes }: Calculator, units: UnitChoice): Texts =>
  Object.fromEntries(takes.map(({ key, as, usual }) => [key, figureShown(as, usual, units)]));

/** What is typed at a bench, kept on this device. */
function useFigures(of: Calculator, units: UnitChoice): [Texts, (texts: Texts) => void] {
  const name = `kosmema-bench-${of.id} ${JSON.stringify(units)}`;
  const [texts, setTexts] = useState<Texts>(() => ({ ...usualTexts(of, units), ...kept(name) }));
  return [
    texts,
    (next) => {
      localStorage.setItem(name, JSON.stringify(next));
      setTexts(next);
    },
  ];
}

function kept(name: string): Texts {
  try {
    return (JSON.parse(localStorage.getItem(name) ?? '{}') ?? {}) as Texts;
  } catch {
    return {};
  }
}
