import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { solve } from '@zither/core';

const root = join(__dirname, '../../..');
const found = (value: unknown) =>
  spawnSync('npm', ['run', '--silent', '--prefix', root, 'setup', '--', '-'], {
    input: typeof value === 'string' ? value : JSON.stringify(value),
    encoding: 'utf8',
  });

const file = {
  body: { statureMm: 1750, massKg: 75 },
  limits: {
    dorsiflexionDeg: { left: 18, right: 26 },
    bufferDeg: 3,
    trunkLeanDeg: 45,
    hipFold: { atZeroAbductionDeg: 118, perAbductionDeg: 0.5 },
  },
  setup: {
    stanceWidthMm: 420,
    toeOutDeg: { left: 14, right: 12 },
    support: { kind: 'floor' },
    hold: 'highBar',
    loadKg: 40,
  },
  target: { thighDepthDeg: 6 },
  profile: 'balanced',
  kit: [
    { kind: 'block', riseMm: 10 },
    { kind: 'ramp', angleDeg: 10, pair: true },
  ],
};

describe('npm run --silent setup', () => {
  it('prints the first choice and others, each with chance, window and reasons, as the linkage solves them', () => {
    const run = found(file);
    expect(run.status).toBe(0);
    const answer = JSON.parse(run.stdout);
    expect(answer).toMatchObject({ profile: 'balanced', kind: 'tryFirst', needed: null });
    expect(answer.searched).toBeGreaterThan(400);
    const [best] = answer.setups;
    expect(best.kinds).toContain('first');
    expect(best.chance).toBeGreaterThanOrEqual(0.6);
    expect(best.reasons.length).toBeGreaterThanOrEqual(2);
    // The same setup asked of the linkage, under the school's own lean limit and buffer.
    const { sides } = solve({
      body: file.body,
      limits: {
        ...file.limits,
        hipAbductionDeg: 45,
        trunkLeanDeg: { highBar: 45, front: 35, goblet: 40 }[best.setup.hold as 'highBar'],
      },
      setup: best.setup,
      target: best.target,
      workingPoint: 'parallelLines',
    });
    expect(best.window.left).toEqual(sides.left.window);
    expect(best.window.right).toEqual(sides.right.window);
  });

  it('names what would have to change where the depth is not likely', () => {
    const run = found({
      ...file,
      limits: { ...file.limits, dorsiflexionDeg: { left: 16, right: 18 } },
      kit: [],
      profile: 'straightFoot',
    });
    const { needed, setups } = JSON.parse(run.stdout);
    expect(needed.changes.length).toBeGreaterThan(0);
    expect(needed.says[0]).toMatch(/more dorsiflexion|a heel lift|another load position/);
    expect(needed.chance).toBeGreaterThanOrEqual(0.6);
    expect(
      setups.every((s: { target: { thighDepthDeg: number } }) => s.target.thighDepthDeg < 6),
    ).toBe(true);
  });

  it('without a school the file’s own limits hold; the wedge under turned-out feet is spoken of', () => {
    const { profile: _profile, ...own } = file;
    expect(JSON.parse(found(own).stdout).profile).toBe('case');
    const run = found({
      ...file,
      limits: { ...file.limits, dorsiflexionDeg: { left: 12, right: 12 } },
      profile: 'upright',
      kit: [{ kind: 'ramp', angleDeg: 14 }],
    });
    const tipped = JSON.parse(run.stdout).setups.find(
      (s: { footing: { left: { rollDeg: number } } }) => s.footing.left.rollDeg > 2,
    );
    expect(tipped.reasons.join(' ')).toMatch(
      /tips the left foot .*inward\. Turn the wedge with the foot/,
    );
  });

  it.each([
    [{ ...file, profile: 'mine' }, /^profile must be balanced/],
    [{ ...file, kit: [{ kind: 'brick', riseMm: 10 }] }, /^kit\[0\].*block, a ramp or a box/],
    [{ ...file, uncertainty: { dorsiflexionDeg: -1 } }, /^uncertainty\.dorsiflexionDeg/],
    [{ ...file, colour: 'red' }, /colour/],
    ['{', /not JSON/],
  ])('refuses %# with the path and nothing on stdout', (value, sentence) => {
    const run = found(value);
    expect(run.status).toBe(2);
    expect(run.stdout).toBe('');
    expect(run.stderr).toMatch(sentence);
  });
});
