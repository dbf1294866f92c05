import { formatFixed } from '../../../core/units/quantity.ts';
import { useEffect, useRef, useState } from 'react';
import { TextField } from '@mui/material';
import { hazards } from '../../../core/hazard/hazard.ts';
import type { Entry } from '../../../core/log/entry.ts';
import { consistencyFor } from '../../../core/slip/consistency.ts';
import { dosePercent } from '../../../core/slip/deflocculate.ts';
import { dryInTub } from '../../../core/log/tub.ts';
import { meshes } from '../../../core/slip/sieve.ts';
import type { Dimension, Instant } from '../../../core/units/quantity.ts';
import { ChoiceField, QuantityField, quantityText, typedQuantity } from '../../ui/fields.tsx';
import { LogDialog } from '../../saving/LogDialog.tsx';
import { useUnits } from '../../asking/maker.ts';
import { useLog } from '../../saving/notice.tsx';
import { entry } from '../../saving/outbox.ts';
import { Caution } from '../../ui/parts.tsx';
import { Discard } from './Discard.tsx';
import { TopUp } from './TopUp.tsx';
import type { ActProps, TubAct } from './tubAct.ts';

/** The form for one act on a tub. */
export function TubActs({ act, ...props }: ActProps & { act: TubAct }) {
  switch (act.kind) {
    case 'water':
      return <Amount {...props} {...amounts.water} si={act.si} />;
    case 'powder':
      return <Amount {...props} {...amounts.powder} si={act.si} />;
    case 'decant':
      return <Amount {...props} {...amounts.decant} si={act.si} />;
    case 'use':
      return <Amount {...props} {...amounts.use} si={undefined} />;
    case 'dose':
      return <Dose {...props} does={act.does} si={act.si} />;
    case 'sieve':
      return <Sieve {...props} />;
    case 'stir':
      return <Stir {...props} />;
    case 'top':
      return <TopUp {...props} />;
    case 'move':
      return <Words {...props} {...sentences.move} />;
    case 'note':
      return <Words {...props} {...sentences.note} />;
    case 'discard':
      return <Discard {...props} />;
  }
}

interface AmountKind {
  label: string;
  dimension: Dimension;
  verb: string;
  help: string;
  caution: boolean;
  make: (id: string, amount: number, at: Instant) => Entry;
}

const amounts: Record<'water' | 'powder' | 'decant' | 'use', AmountKind> = {
  water: {
    label: 'Water in',
    dimension: 'volume',
    verb: 'Log water',
    help: 'In thirds: stir and measure between',
    caution: false,
    make: (id, volumeM3, at) => entry('tub.watered', id, { volumeM3 }, { at }),
  },
  powder: {
    label: 'Dry powder in',
    dimension: 'mass',
    verb: 'Log powder',
    help: 'In thirds: let it slake, blend, measure',
    caution: true,
    make: (id, dryKg, at) => entry('tub.thickened', id, { dryKg }, { at }),
  },
  decant: {
    label: 'Water off',
    dimension: 'volume',
    verb: 'Log water off',
    help: 'Clear water poured off, or gone by standing open',
    caution: false,
    make: (id, volumeM3, at) => entry('tub.decanted', id, { volumeM3 }, { at }),
  },
  use: {
    label: 'Slip used',
    dimension: 'volume',
    verb: 'Log used',
    help: 'A coat logged from this tub takes its own',
    caution: false,
    make: (id, volumeM3, at) => entry('tub.used', id, { volumeM3, pieceId: null }, { at }),
  },
};

function Amount({
  shelf: { tub },
  onClose,
  label,
  dimension,
  verb,
  help,
  caution,
  make,
  si,
}: ActProps & AmountKind & { si: number | undefined }) {
  const units = useUnits();
  const [text, setText] = useState(() => (si === undefined ? '' : quantityText(si, dimension, units)));
  const act = (at: Instant) => {
    const amount = typedQuantity(text, dimension, units);
    if (!(amount! > 0)) return { wrong: `${label} must be a number above zero: how much was it?` };
    return { words: `${tub.made.name}: ${label.toLowerCase()}`, entries: [make(tub.id, amount!, at)] };
  };
  return (
    <LogDialog title={`${label}: ${tub.made.name}`} verb={verb} act={act} onClose={onClose}>
      <QuantityField label={label} text={text} onText={setText} dimension={dimension} help={help} />
      {caution && <Caution hazard={hazards['silica-dust']} />}
    </LogDialog>
  );
}

const kindOfDose = { deflocculate: 'deflocculant', flocculate: 'flocculant' } as const;

function Dose({
  shelf: { tub, judgement },
  catalogue: { materials },
  onClose,
  does,
  si,
}: ActProps & { does: 'deflocculate' | 'flocculate'; si: number | undefined }) {
  const units = useUnits();
  const options = Object.entries(materials)
    .filter(([, m]) => m.kind === kindOfDose[does])
    .map(([value, { name }]) => ({ value, label: name }));
  const [materialId, setMaterial] = useState(options[0]?.value ?? '');
  const [text, setText] = useState(() => (si === undefined ? '' : quantityText(si, 'mass', units)));
  const massKg = typedQuantity(text, 'mass', units);
  const dryKg = dryInTub(tub, judgement.gravity);
  const share =
    dryKg && massKg! > 0
      ? `${formatFixed(dosePercent(massKg!, dryKg), 3, units)} % of the dry clay in it`
      : '';
  const act = (at: Instant) =>
    massKg! > 0
      ? {
          words: `${tub.made.name}: ${kindOfDose[does]} in`,
          entries: [entry('tub.dosed', tub.id, { does, materialId, massKg: massKg! }, { at })],
        }
      : { wrong: 'The dose must be a number above zero: weigh it, or weigh twenty drops once.' };
  const alkali = materials[materialId]?.hazards.includes('alkali') ?? false;
  return (
    <LogDialog title={`${tub.made.name}: ${kindOfDose[does]}`} verb="Log dose" act={act} onClose={onClose}>
      <ChoiceField label="Which" value={materialId} onChoose={setMaterial} options={options} />
      <QuantityField
        label="Dose as sold"
        text={text}
        onText={setText}
        dimension="mass"
        help={share === '' ? 'A drop of solution is about 0.05 g' : share}
      />
      {alkali && <Caution hazard={hazards.alkali} />}
    </LogDialog>
  );
}

function Sieve({ shelf: { tub }, catalogue, onClose }: ActProps) {
  const wanted = consistencyFor(tub.made.use, catalogue.wanted).mesh;
  const [mesh, setMesh] = useState(String(wanted ?? 80));
  return (
    <LogDialog
      title={`Sieved: ${tub.made.name}`}
      verb="Log sieved"
      onClose={onClose}
      act={(at) => ({
        words: `${tub.made.name} sieved`,
        entries: [entry('tub.sieved', tub.id, { mesh: Number(mesh) }, { at })],
      })}
    >
      <ChoiceField
        label="Mesh"
        value={mesh}
        onChoose={setMesh}
        options={meshes.map((m) => ({ value: String(m), label: `${m} mesh` }))}
      />
    </LogDialog>
  );
}

/** Stirring is one tap. */
function Stir({ shelf: { tub }, onClose }: ActProps) {
  const log = useLog();
  const logged = useRef(false);
  useEffect(() => {
    if (logged.current) return;
    logged.current = true;
    void log(`${tub.made.name} stirred`, [entry('tub.stirred', tub.id, {})]);
    onClose();
  }, [log, tub, onClose]);
  return null;
}

const sentences = {
  move: {
    title: 'Move',
    label: 'Where it stands now',
    verb: 'Log moved',
    make: (id: string, shelf: string, at: Instant) => entry('tub.moved', id, { shelf }, { at }),
  },
  note: {
    title: 'Note',
    label: 'Note',
    verb: 'Log note',
    make: (id: string, text: string, at: Instant) => entry('tub.noted', id, { text }, { at }),
  },
};

function Words({ shelf: { tub }, onClose, title, label, verb, make }: ActProps & (typeof sentences)['move']) {
  const [text, setText] = useState('');
  return (
    <LogDialog
      title={`${title}: ${tub.made.name}`}
      verb={verb}
      onClose={onClose}
      act={(at) => ({
        words: `${tub.made.name}: ${title.toLowerCase()}`,
        entries: [make(tub.id, text.trim(), at)],
      })}
    >
      <TextField label={label} value={text} onChange={(event) => setText(event.target.value)} />
    </LogDialog>
  );
}
