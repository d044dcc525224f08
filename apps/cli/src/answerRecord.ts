import { dayIn, daySchema, zoneHere } from '@zither/contract';
import { readRecordFile } from '@zither/formats';
import { answerOf, dossierAt } from '@zither/visit';
import { writeAnswer } from '@zither/words/answer';
import { answer, readInput, refusal, type Run } from './run.ts';

export const ANSWER_USAGE =
  'npm run --silent answer -- record.json [--on yyyy-mm-dd] (or - for standard input)';

/** Prints the one answer on a client from their record: as of a day, by everything said by then; without a day, as of today in the gym. */
export function runAnswer(args: readonly string[]): Run {
  const [file, flag, day, ...rest] = args;
  if (file === undefined || rest.length > 0 || (flag !== undefined && flag !== '--on'))
    return refusal(`Usage: ${ANSWER_USAGE}`);
  if (flag !== undefined && !daySchema.safeParse(day).success)
    return refusal('--on must be a day written yyyy-mm-dd.');
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readRecordFile(input.text);
  if (!reading.ok) return refusal(reading.problem.message);
  const zone = reading.record.practice.zone.at(-1)?.zone ?? zoneHere();
  const on = day ?? dayIn(zone, new Date());
  return answer(
    writeAnswer(
      answerOf({ ...dossierAt(reading.record, on), on, withTellings: true, withNumbers: true }),
    ),
  );
}
