import fc from 'fast-check';
import { caseFileSchema } from '@zither/contract';
import { readCaseFile, writeCaseFile } from '../src/index.ts';

const example = {
  body: { statureMm: 1750, massKg: 75, segmentsMm: { thigh: 464, trunk: 472 } },
  limits: {
    dorsiflexionDeg: { left: 28, right: 31 },
    bufferDeg: 0,
    trunkLeanDeg: 45,
    hipFold: { atZeroAbductionDeg: 120, perAbductionDeg: 0.5 },
    kneePastToeMm: null,
    shankDeg: null,
    hipAbductionDeg: null,
    kneeFlexionDeg: null,
  },
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
  shankDeg: 30,
};

/** The example with one value replaced, or removed when `value` is undefined. */
function changed(path: string, value: unknown): string {
  const copy = structuredClone(example) as Record<string, unknown>;
  const steps = path.split('.');
  const last = steps.pop() ?? '';
  let at = copy;
  for (const step of steps) at = at[step] as Record<string, unknown>;
  if (value === undefined) delete at[last];
  else at[last] = value;
  return JSON.stringify(copy);
}

const refusal = (text: string) => {
  const reading = readCaseFile(text);
  if (reading.ok) throw new Error('was accepted');
  return reading.problem;
};

describe('the case file', () => {
  it('reads back what it writes', () => {
    const reading = readCaseFile(JSON.stringify(example));
    if (!reading.ok) throw new Error(reading.problem.message);
    const [question] = reading.cases;
    if (!question) throw new Error('no case');
    expect(readCaseFile(writeCaseFile(question))).toEqual(reading);
  });

  it('lets every optional limit, the segments and the shank be absent or null', () => {
    for (const path of [
      'limits.hipFold',
      'limits.kneePastToeMm',
      'limits.shankDeg',
      'limits.hipAbductionDeg',
      'limits.kneeFlexionDeg',
      'shankDeg',
    ]) {
      expect(readCaseFile(changed(path, undefined)).ok).toBe(true);
      expect(readCaseFile(changed(path, null)).ok).toBe(true);
    }
    expect(readCaseFile(changed('body.segmentsMm', undefined)).ok).toBe(true);
  });

  it.each([
    ['body.statureMm', undefined, /statureMm is missing/],
    ['body.massKg', -5, /massKg must be at least/],
    ['limits.dorsiflexionDeg.left', '28', /must be a number/],
    ['limits.trunkLeanDeg', undefined, /is missing/],
    ['setup.hold', 'sideways', /eight holds/],
    ['setup.support', { kind: 'block', riseMm: 199 }, /at most|lower than/],
    ['setup.support.kind', 'trampoline', /floor, ramp or block/],
    ['setup.stanceWidthMm', 0, /at least/],
    ['setup.balance', 1.4, /at most 1/],
    ['target.thighDepthDeg', undefined, /is missing/],
    ['workingPoint', 'sideways', /parallelLines/],
  ])('refuses %s = %p with its path and a sentence', (path, value, words) => {
    const problem = refusal(changed(path, value));
    expect(problem.path?.startsWith(path)).toBe(true);
    expect(problem.message).toMatch(words);
    expect(problem.message).toContain(path);
  });

  it('refuses unknown keys by name, and a load that nothing carries', () => {
    expect(refusal(changed('body.weight', 70)).path).toBe('body.weight');
    expect(refusal(changed('setup.hold', 'bodyweight')).path).toBe('setup.loadKg');
  });

  it('refuses a block higher than the heel-to-ball distance of this foot', () => {
    const small = JSON.parse(changed('setup.support.riseMm', 140)) as typeof example;
    (small.body.segmentsMm as Record<string, number>).foot = 180;
    expect(refusal(JSON.stringify(small))).toMatchObject({ path: 'setup.support.riseMm' });
  });

  it('names the place in an array and accepts nothing of it', () => {
    const problem = refusal(`[${JSON.stringify(example)}, ${changed('setup.loadKg', -1)}]`);
    expect(problem.path).toBe('[1].setup.loadKg');
    expect(problem.message).toContain('[1].setup.loadKg');
  });

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        const reading = readCaseFile(text);
        if (!reading.ok) expect(reading.problem.message.length).toBeGreaterThan(5);
      }),
      { numRuns: 500 },
    );
    expect(refusal('{"body":').code).toBe('notJson');
    expect(caseFileSchema.safeParse(example).success).toBe(true);
  });
});
