import { readFileSync } from 'node:fs';
import type { ReadingsPreview } from '../../api/index.ts';
import { meansOver, readingsOf, type AirReading } from '../../core/drying/series.ts';
import type { ReadingsAnswers } from '../../core/log/entry.ts';
import { ok, type Result } from '../../core/units/problem.ts';
import { MINUTE } from '../../core/units/quantity.ts';
import { readReadings } from '../readings/read.ts';

/** A climate file: what can be said of it, and its five-minute means. */
export interface ClimateFile {
  preview: ReadingsPreview;
  means: AirReading[];
}

export function readClimate({
  path,
  answers,
}: {
  path: string;
  answers: ReadingsAnswers;
}): Result<ClimateFile> {
  const outcome = readReadings(readFileSync(path), answers);
  if (!outcome.ok) return outcome;
  const { preview, readings } = outcome.value;
  return ok({ preview, means: [...readingsOf(meansOver(readings, 5 * MINUTE))] });
}
