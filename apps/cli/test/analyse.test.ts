import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { reportSchema } from '@zither/contract';
import { seededRandom, simulateCapture, USUAL_LENS, type MadeFault } from '@zither/core';
import { cleanSquatter } from '@zither/core/practice';
import { writeLandmarkCsv, writeTrc } from '@zither/formats';
import type { Capture } from '@zither/contract';
import { runAnalyse } from '../src/analyse.ts';

const root = join(__dirname, '../../..');
const folder = mkdtempSync(join(tmpdir(), 'analyse-'));
const write = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const { script, subject } = cleanSquatter(seededRandom(5), 'bodyweight');
const filmed = (view: 'side' | 'front', faults: MadeFault[]) =>
  simulateCapture({ ...script, faults }, { ...USUAL_LENS, view }, seededRandom(5)) as Capture;
const front = filmed('front', [{ fault: 'kneesIn', size: 20, side: 'left', phase: 'ascent' }]);
const side = filmed('side', [{ fault: 'heelsRise', size: 18 }]);
const client = write('client.json', JSON.stringify(subject));
const said = (args: string[]) => {
  const run = runAnalyse(args);
  return run.exitCode === 0 ? reportSchema.parse(JSON.parse(run.stdout)) : run;
};

describe('npm run --silent analyse', () => {
  it('prints findings as the contract has them, from a file named where the command is typed', () => {
    write('front.csv', writeLandmarkCsv(front));
    const run = spawnSync(
      'npm',
      ['run', '--silent', '--prefix', root, 'analyse', '--', 'front.csv', '--view', 'front'],
      { cwd: folder, encoding: 'utf8' },
    );
    expect(run.status).toBe(0);
    const report = reportSchema.parse(JSON.parse(run.stdout));
    expect(report.reps).toHaveLength(5);
    expect(report.findings).toMatchObject([
      { fault: 'kneesIn', severity: 'clear', side: 'left', phase: 'ascent', unit: '°' },
    ]);
    expect(report.leanBudget).toBeNull();
  });

  it('splits the lean with a client, and leaves it out without one', () => {
    const file = write('side.csv', writeLandmarkCsv(side));
    const alone = said([file, '--view', 'side']);
    const known = said([file, '--view', 'side', '--client', client]);
    expect(alone).toMatchObject({ leanBudget: null });
    if (!('leanBudget' in known) || !known.leanBudget) throw new Error('no budget');
    const { proportionsDeg, ankleDeg, unusedAnkleDeg, offBalanceDeg, observedDeg } =
      known.leanBudget;
    expect(proportionsDeg + ankleDeg + unusedAnkleDeg + offBalanceDeg).toBeCloseTo(observedDeg, 1);
    for (const report of [alone, known])
      expect(report).toMatchObject({
        findings: expect.arrayContaining([
          expect.objectContaining({ fault: 'heelsRise', severity: 'clear' }),
        ]),
      });
  });

  it('reads a marker file whose names differ in spelling only, either axis up', () => {
    const odd: Capture = {
      timesS: front.timesS,
      tracks: Object.fromEntries(
        Object.entries(front.tracks)
          // A plumb in the picture would put a fallen file upright by itself.
          .filter(([name]) => !name.startsWith('plumb'))
          .map(([name, t]) => [
            name.replace(
              /^(left|right)(.*)/,
              (_all, s: string, rest: string) => `${rest}_${s.charAt(0).toUpperCase()}`,
            ),
            // Laboratories give three axes.
            { ...t, x: t.z.map((v) => (v === null ? null : 0)) },
          ]),
      ),
    };
    const file = write('lab.trc', writeTrc(odd));
    expect(said([file, '--view', 'front'])).toMatchObject({
      // Without a plumb the camera's tilt stays in, and may show as more.
      findings: expect.arrayContaining([
        expect.objectContaining({ fault: 'kneesIn', side: 'left' }),
      ]),
    });
    const turned = said([file, '--view', 'front', '--up', 'z']);
    expect(turned).toMatchObject({ exitCode: 2, stdout: '' });
  });

  it.each([
    [['nowhere.csv', '--view', 'side'], /nowhere\.csv cannot be read/],
    [['x.csv'], /--view must be side, front or rear/],
    [['x.csv', '--view', 'top'], /--view must be side, front or rear/],
    [['x.csv', '--view', 'side', '--scale', 'inch'], /--scale must be none, plate or foot/],
    [['x.csv', '--view', 'side', '--zoom', '2'], /zoom/],
    [[], /Usage/],
  ])('refuses %j in a sentence, with nothing on standard output', (args, sentence) => {
    const run = runAnalyse(args);
    expect(run).toMatchObject({ exitCode: 2, stdout: '' });
    expect(run.stderr).toMatch(sentence);
  });

  it('refuses a bad line, a view the file cannot show, and a scale that is not in it', () => {
    const broken = write(
      'broken.csv',
      writeLandmarkCsv(side).replace(/^(0\.0167,hip,)[^,]*/m, '$1wide'),
    );
    expect(runAnalyse([broken, '--view', 'side']).stderr).toMatch(
      /^Line \d+: x_mm “wide” is not a number/,
    );
    const good = write('good.csv', writeLandmarkCsv(side));
    expect(runAnalyse([good, '--view', 'rear']).stderr).toMatch(/cannot be read without leftHip/);
    expect(runAnalyse([good, '--view', 'side', '--scale', 'plate']).stderr).toMatch(
      /plateTop and plateBottom/,
    );
  });
});
