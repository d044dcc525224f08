import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const root = join(__dirname, '../../..');
const diagnosed = (value: unknown) =>
  spawnSync('npm', ['run', '--silent', '--prefix', root, 'diagnose', '--', '-'], {
    input: typeof value === 'string' ? value : JSON.stringify(value),
    encoding: 'utf8',
  });

describe('npm run --silent diagnose', () => {
  it('prints causes, most probable first, with reasons, and the tests worth doing', () => {
    const run = diagnosed({
      findings: [{ fault: 'heelsRise', severity: 'clear', side: null, phase: 'bottom' }],
      measures: { kneeToWallMm: { left: 80, right: 115 } },
      leanBudget: {
        proportionsDeg: 22,
        ankleDeg: 8,
        unusedAnkleDeg: 1,
        offBalanceDeg: 0,
        observedDeg: 37,
      },
      limits: ['noLoad', { kind: 'depthCap', thighDepthDeg: 0 }],
    });
    expect(run.status).toBe(0);
    const found = JSON.parse(run.stdout);
    expect(found.causes[0]).toMatchObject({ cause: 'ankleJoint', side: 'left', refer: false });
    expect(found.causes[0].because[0]).toEqual({
      what: expect.any(String),
      bits: expect.any(Number),
      why: expect.any(String),
    });
    const probabilities = found.causes.map((c: { probability: number }) => c.probability);
    expect(probabilities).toEqual([...probabilities].sort((a, b) => b - a));
    const tests = found.nextTests.map((t: { test: string }) => t.test);
    expect(tests).toContain('heelsRaised');
    // No load bars the counterbalance, a depth cap the deep sit.
    for (const barred of ['counterbalance', 'supportedSit', 'lightVsLoad'])
      expect(tests).not.toContain(barred);
    expect(found.bannedCues.map((c: { cue: string }) => c.cue)).toContain('kneesOut');
  });

  it('takes an empty case: nothing seen, nothing to try', () => {
    const run = diagnosed({});
    expect(run.status).toBe(0);
    expect(JSON.parse(run.stdout)).toMatchObject({ nextTests: [], notFaults: [], stop: false });
  });

  it.each([
    ['{', /^The file is not JSON/],
    [
      { findings: [{ fault: 'slouch', severity: 'clear' }] },
      /^findings\[0\]\.fault must be a known fault/,
    ],
    [{ tests: [{ test: 'hinge', outcome: 'fine' }] }, /^tests\[0\]\.outcome must be clears, helps/],
    [
      { measures: { kneeToWallMm: { left: 900 } } },
      /^measures\.kneeToWallMm\.left must be at most 300 mm/,
    ],
    [{ findins: [] }, /^findins is not a known key/],
  ])('refuses %j in a sentence, with nothing on standard output', (value, sentence) => {
    const run = diagnosed(value);
    expect(run.status).toBe(2);
    expect(run.stdout).toBe('');
    expect(run.stderr).toMatch(sentence);
  });
});
