import { stages } from '../../core/clay/stage.ts';
import { TOO_FEW, wilsonInterval, type TechniqueRecord } from '../../core/technique/record.ts';

/** What the studio's own record says of a technique, in a line. */
export function recordWords(record: TechniqueRecord | undefined): string {
  if (!record || record.pieces === 0) return 'Not done here yet';
  const { pieces, finished, good } = record;
  const on = `On ${pieces} ${pieces === 1 ? 'piece' : 'pieces'} here`;
  if (finished === 0) return `${on}, none finished yet`;
  if (finished < TOO_FEW) return `${on}; ${good} of ${finished} finished went well: too few to tell`;
  const [low, high] = wilsonInterval(good, finished).map((share) => Math.round(100 * share));
  return `${on}; ${good} of ${finished} went well: ${low} to ${high} %`;
}

/** At which stages its steps went well here, each with how often. */
export const stagesWords = ({ stages: known }: TechniqueRecord): string =>
  known
    .map(({ stage, done, good }) => {
      const name = stages.find((of) => of.stage === stage)!.name.toLowerCase();
      const rate = done < TOO_FEW ? ', too few to tell' : '';
      return `${name} ${good} of ${done} steps well${rate}`;
    })
    .join('; ');
