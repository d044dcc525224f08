import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = join(__dirname, '../../..');
const question = {
  body: { statureMm: 1750, massKg: 75, segmentsMm: { thigh: 464, trunk: 472 } },
  limits: { dorsiflexionDeg: { left: 28, right: 31 }, bufferDeg: 0, trunkLeanDeg: 45 },
  setup: {
    stanceWidthMm: 400,
    toeOutDeg: { left: 15, right: 15 },
    support: { kind: 'block', riseMm: 10 },
    hold: 'highBar',
    loadKg: 60,
    balance: 0.5,
    trackingOffsetDeg: 0,
  },
  target: { thighDepthDeg: 0 },
  workingPoint: 'parallelLines',
};

const solveFrom = (args: string[], input?: string, cwd = root) =>
  spawnSync('npm', ['run', '--silent', '--prefix', root, 'solve', '--', ...args], {
    cwd,
    input,
    encoding: 'utf8',
  });

describe('npm run --silent solve', () => {
  it('solves a file named from where the command is typed', () => {
    const folder = mkdtempSync(join(tmpdir(), 'solve-'));
    writeFileSync(join(folder, 'case.json'), JSON.stringify({ ...question, shankDeg: 30 }));
    const run = solveFrom(['case.json'], undefined, folder);
    expect(run.status).toBe(0);
    const answer = JSON.parse(run.stdout);
    expect(answer.governingSide).toBe('left');
    // By hand: dorsiflexion 28° plus the pitch of a 10 mm block, asin(10 / (0.73 · 266)) = 2.95°.
    expect(answer.sides.left.window.ceilingDeg).toBeCloseTo(30.95, 2);
    expect(answer.sides.right.window.ceilingDeg).toBeCloseTo(33.95, 2);
    expect(answer.sides.left.pose.shankDeg).toBeCloseTo(30, 9);
    expect(Object.keys(answer.sides.left.bottom)).toEqual([
      'shankDeg',
      'trunkDeg',
      'dorsiflexionDeg',
      'hipFoldDeg',
      'hipAbductionDeg',
      'kneeFlexionDeg',
      'kneePastToeMm',
      'kneecapPastToeMm',
      'loadAheadOfMidfootMm',
      'footPitchDeg',
      'footRollDeg',
      'hipMomentNm',
      'kneeMomentNm',
      'hipShare',
    ]);
  });

  it('answers an array with an array, from standard input', () => {
    const wide = { ...question, setup: { ...question.setup, stanceWidthMm: 1500 }, shankDeg: 20 };
    const run = solveFrom(['-'], JSON.stringify([question, wide]));
    const answers = JSON.parse(run.stdout);
    expect(answers).toHaveLength(2);
    expect(answers[0].sides.left.pose).toBeUndefined();
    expect(answers[1].sides.left).toEqual({
      window: { kind: 'stanceTooWide' },
      deepestThighDepthDeg: null,
      bottom: { kind: 'stanceTooWide' },
      pose: { kind: 'stanceTooWide' },
    });
  });

  it('refuses bad input with the path, exit code 2 and an empty stdout', () => {
    const run = solveFrom(['-'], JSON.stringify({ ...question, target: { thighDepthDeg: 'low' } }));
    expect(run.status).toBe(2);
    expect(run.stdout).toBe('');
    expect(run.stderr).toContain('target.thighDepthDeg must be a number.');
    const missing = solveFrom(['nowhere.json']);
    expect(missing.status).toBe(2);
    expect(missing.stdout).toBe('');
  });
});
