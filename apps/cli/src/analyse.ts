import { sayNoAnalysis } from '@zither/words/noAnalysis';
import { parseArgs } from 'node:util';
import type { CaseFile } from '@zither/contract';
import {
  analyse,
  BALANCED,
  thresholdsOf,
  CAMERA_VIEWS,
  MARKS,
  NEEDED,
  reportOf,
  SCALES,
  USEFUL,
} from '@zither/core';
import {
  matchLandmarks,
  readCaptureFile,
  readCaseFile,
  renamed,
  sideOfMarks,
} from '@zither/formats';
import { answer, readInput, refusal, type Run } from './run.ts';

export const ANALYSE_USAGE =
  'npm run --silent analyse -- file.csv|file.trc --view side|front|rear [--client case.json] [--scale none|plate|foot] [--facing left|right] [--up y|z]';

const oneOf = <T extends string>(value: string, list: readonly T[]): T | undefined =>
  list.find((v) => v === value);

/** Reads the one case of a client; a refusal when it is not one. */
function readClient(name: string): { subject: CaseFile } | { refused: Run } {
  const input = readInput(name);
  if ('refused' in input) return input;
  const reading = readCaseFile(input.text);
  if (!reading.ok) return { refused: refusal(`${name}: ${reading.problem.message}`) };
  const [subject, ...more] = reading.cases;
  if (!subject || more.length > 0) return { refused: refusal(`${name} must hold one case.`) };
  return { subject };
}

/** Prints the findings of a capture as JSON. Refusals leave stdout empty. */
export function runAnalyse(args: readonly string[]): Run {
  let parsed;
  try {
    parsed = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        view: { type: 'string' },
        client: { type: 'string' },
        scale: { type: 'string', default: 'none' },
        facing: { type: 'string' },
        up: { type: 'string', default: 'y' },
      },
    });
  } catch (error) {
    return refusal(`${(error as Error).message}
Usage: ${ANALYSE_USAGE}`);
  }
  const { values, positionals } = parsed;
  const [file, ...rest] = positionals;
  if (file === undefined || rest.length > 0) return refusal(`Usage: ${ANALYSE_USAGE}`);
  const view = oneOf(values.view ?? '', CAMERA_VIEWS);
  if (!view) return refusal('--view must be side, front or rear.');
  const scale = oneOf(values.scale, SCALES);
  if (!scale) return refusal('--scale must be none, plate or foot.');
  const facing =
    values.facing === undefined ? null : oneOf(values.facing, ['left', 'right'] as const);
  if (facing === undefined) return refusal('--facing must be left or right.');
  const up = oneOf(values.up, ['y', 'z'] as const);
  if (!up) return refusal('--up must be y or z.');
  let subject: CaseFile | null = null;
  if (values.client !== undefined) {
    const client = readClient(values.client);
    if ('refused' in client) return client.refused;
    subject = client.subject;
  }
  const input = readInput(file);
  if ('refused' in input) return input.refused;
  const reading = readCaptureFile(file, input.text, up);
  if (!reading.ok) return refusal(reading.problem.message);
  const names = Object.keys(reading.capture.tracks);
  const mapping = matchLandmarks(names, [...NEEDED[view], ...USEFUL[view], ...MARKS]);
  const found = analyse(renamed(reading.capture, mapping), {
    view,
    subject,
    scale,
    facing: facing ?? (view === 'side' ? sideOfMarks(mapping) : null),
    thresholds: thresholdsOf(BALANCED, null),
  });
  if (found.kind === 'noAnalysis') return refusal(sayNoAnalysis(found));
  return answer(reportOf(found));
}
