import { lazy, Suspense, useState, type ReactNode } from 'react';
import { Button } from '@mui/material';
import { bodies } from '../../api/entry.ts';
import type { ProblemDetails } from '../../api/routes.ts';
import type { Entry } from '../../core/log/entry.ts';
import type { Instant } from '../../core/units/quantity.ts';
import { studioNow } from '../asking/clock.ts';
import { Form } from '../ui/Form.tsx';
import { useZone } from '../asking/maker.ts';
import { useLog } from './notice.tsx';
import { Trouble } from '../ui/parts.tsx';
import { wrongFields } from '../ui/shape.ts';
import { whenNear } from '../ui/times.ts';

const WhenField = lazy(async () => ({ default: (await import('../ui/WhenField.tsx')).WhenField }));

export interface LogFormProps {
  /** What the button says. */
  verb: string;
  /** What the act is called when logged; the entries, or what is wrong with the form. */
  act: (at: Instant) => { words: string; entries: Entry[] } | { wrong: string };
  onDone: () => void;
  onLeave: () => void;
  onRefused?: ((problem: ProblemDetails) => void) | undefined;
  children?: ReactNode;
  /** Its target is met with wet hands. */
  large?: boolean | undefined;
  /** It is about what is to come: no other time is asked for. */
  onlyNow?: boolean | undefined;
  /** How fields and buttons are laid out. */
  frame: (parts: { fields: ReactNode; buttons: ReactNode }) => ReactNode;
}

/** What the contract finds wrong with the first entry that it does not take; null where it takes all. */
function unsoundIn(entries: readonly Entry[]): string | null {
  for (const { kind, body } of entries) {
    const [first] = Object.values(wrongFields(bodies[kind], body));
    if (first) return first;
  }
  return null;
}

/** A form that logs one act, now or at another time. Nothing typed is lost when it is refused. */
export function LogForm({
  verb,
  act,
  onDone,
  onLeave,
  onRefused,
  large,
  onlyNow,
  children,
  frame,
}: LogFormProps) {
  const log = useLog();
  const [at, setAt] = useState<Instant | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const zone = useZone();

  const submit = async () => {
    const made = act(at ?? studioNow());
    if ('wrong' in made) return setWrong(made.wrong);
    const unsound = unsoundIn(made.entries);
    if (unsound) return setWrong(unsound);
    setBusy(true);
    const outcome = await log(made.words, made.entries);
    setBusy(false);
    if (outcome.kind === 'refused') {
      onRefused?.(outcome.problem);
      setWrong(outcome.problem.detail);
    } else onDone();
  };

  const fields = (
    <>
      {children}
      {onlyNow ? null : at === null ? (
        <Button sx={{ justifySelf: 'start', px: 0 }} onClick={() => setAt(studioNow())}>
          It was at another time
        </Button>
      ) : (
        <Suspense fallback={whenNear(at, studioNow(), zone)}>
          <WhenField label="When" at={at} onAt={setAt} zone={zone} />
        </Suspense>
      )}
      {wrong && <Trouble>{wrong}</Trouble>}
    </>
  );
  const buttons = (
    <>
      <Button onClick={onLeave}>Not now</Button>
      <Button
        type="submit"
        variant="contained"
        disabled={busy}
        sx={large ? { minHeight: 64, fontSize: '1.2rem', flex: 1 } : {}}
      >
        {verb}
      </Button>
    </>
  );
  return (
    <Form
      onSubmit={() => void submit()}
      wrong={wrong}
      onEdit={() => setWrong(null)}
      sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}
    >
      {frame({ fields, buttons })}
    </Form>
  );
}
