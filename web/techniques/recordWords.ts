import { stages } from '../../core/clay/stage.ts';
import { TOO_FEW, wilsonInterval, type Tally, type TechniqueRecord } from '../../core/compose/record.ts';

/** What the studio's own record says of a technique, in a line. */
export function recordWords(record: TechniqueRecord | undefined): string {
  if (!record || record.pieces === 0) return 'Not done here yet';
  const { pieces, finished, good } = record;
  const on = `On ${pieces} ${pieces === 1 ? 'piece' : 'pieces'} here`;
  if (finished === 0) return `${on}, none finished yet`;
  return `${on}; ${good} of ${finished} finished went well: ${rateWords(good, finished)}`;
}

/** How finished pieces went by something that has a name: with the interval the rate lies in, or that it is too few to tell. */
export const talliesWords = (tallies: readonly Tally[], nameOf: (id: string) => string | undefined): string =>
  tallies
    .flatMap(({ id, done, good }) => {
      const name = nameOf(id);
      return name ? [`${name} ${good} of ${done} well, ${rateWords(good, done)}`] : [];
    })
    .join('; ');

/** A rate as far as so many tell it. */
export function rateWords(good: number, done: number): string {
  if (done < TOO_FEW) return 'too few to tell';
  const [low, high] = wilsonInterval(good, done).map((share) => Math.round(100 * share));
  return `${low} to ${high} %`;
}

/** At which stages its steps went well here, each with how often. */
export const stagesWords = ({ stages: known }: TechniqueRecord): string =>
  known
    .map(({ stage, done, good }) => {
      const name = stages.find((of) => of.stage === stage)!.name.toLowerCase();
      return `${name} ${good} of ${done} steps well, ${rateWords(good, done)}`;
    })
    .join('; ');
