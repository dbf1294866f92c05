import { metricUnits, type UnitChoice } from '../../core/units/quantity.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from './useAnswer.ts';

const KEY = 'kosmema-maker';

/** Who is logging on this device. */
export const currentMaker = (): string => localStorage.getItem(KEY) ?? 'maker-default';
export const chooseMaker = (id: string): void => localStorage.setItem(KEY, id);

export const useStudio = () => useAnswer(to('/api/studio'), { refreshInterval: 60_000 });

/** The units of whoever is logging. */
export function useUnits(): UnitChoice {
  const { data } = useStudio();
  return data?.makers.find((maker) => maker.id === currentMaker())?.set.units ?? metricUnits;
}

/** The smallest step of the scale of whoever is logging, kg. */
export function useScaleStep(): number {
  const { data } = useStudio();
  return data?.makers.find((maker) => maker.id === currentMaker())?.set.scaleStepKg ?? 1e-4;
}

/** The studio's zone, for showing times. */
export function useZone(): string {
  return useStudio().data?.studio.zone ?? 'Etc/UTC';
}
