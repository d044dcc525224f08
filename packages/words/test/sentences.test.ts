import { sayNoAnalysis } from '@zither/words/noAnalysis';
import {
  diagnose,
  evidenceOf,
  ledgersOf,
  NODES,
  recordedOutcomesOf,
  stanceFromTrace,
  TEST_IDS,
  TESTS,
  type Signs,
} from '@zither/core';
import {
  outcomesOffered,
  sayCause,
  sayOutcome,
  sayOutcomeShort,
  sayVerdict,
} from '@zither/words/probe';
import { sayDeviceClock } from '@zither/words/attention';
import { sayReadUpTo, sayTraced } from '@zither/words/measure';
import { sayWhyCame } from '@zither/words/referral';
import { sayTried } from '@zither/words/trials';
import { setUnits } from '@zither/words/units';
import { sayConsistency } from '@zither/words/watch';
import { sayBox } from '@zither/words/box';
import { sayBanned, sayEvidence, sayNotFault, sayReason, saySeen } from '@zither/words/evidence';
import { sayMisplaced } from '@zither/words/footMarks';

describe('evidence in words', () => {
  const signs: Signs = {
    findings: [{ fault: 'heelsRise', severity: 'clear' }],
    measures: { kneeToWallMm: { left: 50, right: 120 } },
    tests: [{ test: 'heelsRaised', outcome: 'clears' }],
  };

  it('says what supports a cause and what does not, with the side', () => {
    const [leading] = diagnose(signs).causes;
    expect(leading?.because.map((w) => sayEvidence(w.evidence))).toEqual(
      expect.arrayContaining([
        'ankle measured short of this squat, left',
        'Heels raised 25–30 mm: gone',
      ]),
    );
    const right = NODES.findIndex((n) => n.cause === 'ankleJoint' && n.side === 'right');
    const [heaviest] = ledgersOf(evidenceOf(signs), [right])[0] ?? [];
    expect(sayEvidence(heaviest!.evidence)).toBe('ankle measured enough for this squat, right');
    expect(sayReason(heaviest!)).toMatch(/^It would be expected: [a-z]/);
    expect(saySeen('kept as it was read')).toBe('kept as it was read');
  });

  it('gives a whole sentence for every piece and every cause', () => {
    for (const ledger of ledgersOf(
      evidenceOf(signs),
      NODES.map((_, i) => i),
    ))
      for (const w of ledger) expect(sayReason(w)).toMatch(/^[A-Z].+\.$/);
    for (const cue of ['kneesOut', 'chestUp', 'forcedTuck', 'stretchAnkle'] as const)
      for (const knees of ['notLookedAt', 'in', 'inAndOut', 'notIn'] as const)
        expect(sayBanned(cue, knees)).toMatch(/^[A-Z].+\.$/);
    expect(sayNotFault({ what: 'proportions', because: { kind: 'build', leanDeg: 31.4 } })).toBe(
      '31° of the lean is build; no other part is large. Expect the lean: open the stance, or hold the load in front.',
    );
  });
});

describe('a box in words', () => {
  const kit = [
    { kind: 'box', heightMm: 300 },
    { kind: 'box', heightMm: 450 },
  ] as const;

  it('says which is wanted and what the nearest misses by', () => {
    expect(sayBox(490, kit)).toBe(
      'A box for this depth would be 40 cm high; the nearest in the kit, 45 cm, stops 5 cm too early.',
    );
    expect(sayBox(540, kit)).toBe('To the box of 45 cm: it stops at this depth.');
    expect(sayBox(530, [])).toContain('none is in the kit');
  });
});

describe('marks on paper in words', () => {
  it('says which mark of which foot, and what to do', () => {
    const foot = (x: number) => ({
      heel: { x, y: 0 },
      secondToe: { x, y: 250 },
      innerBall: { x: x + (x < 0 ? 40 : -40), y: 170 },
      outerBall: { x: x - (x < 0 ? 40 : -40), y: 170 },
    });
    const say = (traces: Parameters<typeof stanceFromTrace>[0]) => {
      const found = stanceFromTrace(traces);
      return found.kind === 'misplaced' ? sayMisplaced(found) : 'fine';
    };
    const right = foot(200);
    const left = foot(-200);
    const turned = say({ left, right }) === 'fine' ? { left, right } : { left: right, right: left };
    expect(say(turned)).toBe('fine');
    expect(say({ left: turned.right, right: turned.left })).toMatch(/left and right are exchanged/);
    expect(
      say({ ...turned, left: { ...turned.left, secondToe: { x: turned.left.heel.x, y: 550 } } }),
    ).toMatch(/the left foot measures 5\d cm\. Check these two marks/);
    expect(say({ left: turned.left, right: turned.left })).toMatch(/less than 3 cm apart/);
  });
});

describe('a capture that cannot be read, in words', () => {
  it('says what is missing and what to do', () => {
    const say = (found: Parameters<typeof sayNoAnalysis>[0]) => sayNoAnalysis(found);
    expect(say({ kind: 'noAnalysis', because: 'missingLandmarks', missing: ['hip'] })).toBe(
      'This view cannot be read without hip.',
    );
    expect(say({ kind: 'noAnalysis', because: 'otherView', view: 'side' })).toMatch(
      /^This is no side view.*Choose the view it was taken from\.$/,
    );
    expect(
      say({ kind: 'noAnalysis', because: 'noScale', missing: ['plateTop', 'plateBottom'] }),
    ).toMatch(/plateTop and plateBottom are not both in it/);
    expect(say({ kind: 'noAnalysis', because: 'otherUnit', unit: 'm' })).toMatch(
      /^The lengths look like metres:.* Multiply them by 1,000, or choose a scale\.$/,
    );
    expect(say({ kind: 'noAnalysis', because: 'milliseconds' })).toMatch(/Divide them by 1,000\.$/);
    expect(say({ kind: 'noAnalysis', because: 'unsure', unsure: ['hip', 'knee'] })).toMatch(
      /^The file is sure of no mark of hip, knee /,
    );
  });
});

describe('outcomes of a short test', () => {
  it('are two to six beside pain, each with words of its own, and known to the model', () => {
    for (const test of TEST_IDS) {
      const offered = outcomesOffered(test);
      const seen = offered.filter((o) => o !== 'pain');
      expect([test, seen.length >= 2 && seen.length <= 6]).toEqual([test, true]);
      expect(offered).toContain('pain');
      for (const o of offered) expect(recordedOutcomesOf(test)).toContain(o);
      const labels = offered.map((o) => sayOutcomeShort(test, o));
      expect(new Set(labels).size).toBe(labels.length);
      // Six in a row on a phone have about seven letters a line each, five have nine; two lines.
      const letters = offered.length > 5 ? 7 : 9;
      for (const label of labels) {
        const words = label.split(' ').map((w) => w.length);
        expect([label, Math.max(...words) <= letters, label.length <= 2 * letters]).toEqual([
          label,
          true,
          true,
        ]);
      }
      // Nothing that has to be looked up: the instruction names no outcome.
      if (test !== 'cueTrial')
        expect(TESTS[test].how).not.toMatch(/\b(Gone|Better|Worse|No change)( or \w+)?:/);
    }
    expect(sayOutcomeShort('kneeStraightVsBent', 'same')).toBe('Short both');
    expect(sayOutcome('kneeStraightVsBent', 'same')).toBe('Short both ways');
  });
});

describe('sentences with something put into them', () => {
  it('say where the causes stand: settled, open, and with nothing sure', () => {
    const believed = [0, 1, 2, 3].map((node) => ({ node, probability: 0.5 }));
    const name = (node: number) => sayCause(node).toLowerCase();
    expect(sayVerdict({ hasTest: true, plan: [], leading: null })).toMatch(
      /^No group of causes is likely/,
    );
    expect(sayVerdict({ hasTest: true, plan: believed.slice(0, 1), leading: null })).toBe(
      `So far: ${name(0)} (50 %). A test may still change it.`,
    );
    const settled = sayVerdict({ hasTest: false, plan: believed, leading: null });
    expect(settled).toMatch(/^Settled: .* No test left would change the plan\.$/);
    // Three are named, the fourth is in the list below.
    expect([2, 3].map((node) => settled.includes(name(node)))).toEqual([true, false]);
    expect(sayVerdict({ hasTest: false, plan: [], leading: believed[2]! })).toContain(
      `${name(2)} leads (50 %)`,
    );
  });

  it('give a foot tracing in the coach’s own unit', () => {
    const traced = {
      stanceWidthMm: 420,
      toeOutDeg: { left: 14.6, right: 12 },
      footMm: { left: 262, right: 260 },
    };
    expect(sayTraced(traced)).toBe(
      'Heels 42 cm apart, toes out L 15° R 12°. Heel to second toe L 26.2 cm R 26 cm.',
    );
    setUnits('imperial');
    expect(sayTraced(traced)).toMatch(/^Heels 16.5 in apart.* L 10.3 in R 10.2 in\.$/);
    setUnits('metric');
  });

  it('say how alike reps are, leaving out what was not seen', () => {
    const of = {
      kind: 'steady',
      depthSdDeg: 1.24,
      leanSdDeg: null,
      kneeTravelSdMm: 3,
      tempoShare: 0.041,
    };
    expect(sayConsistency(of as Parameters<typeof sayConsistency>[0])).toBe(
      'The reps are alike. Scatter (SD): depth 1.2°, knee travel 0.3 cm, tempo 4 %.',
    );
  });

  it('say why a client came, and that the session is on hold', () => {
    expect(sayWhyCame('Orla Venn', null, { hasAny: false, isHold: false })).toBe(
      'Orla Venn came for coaching of a bilateral squat.',
    );
    expect(sayWhyCame('Orla Venn', 'strength', { hasAny: true, isHold: true })).toMatch(
      / \(.+\)\. Before or during the session the following was said, so the session is on hold:$/,
    );
  });

  it('say a trial: what it showed, what was foreseen, and whether it counts', () => {
    const trial = {
      thighDepthDeg: 0,
      depthDeg: -3,
      heelRose: { left: true, right: false },
      knees: { left: 'over', right: 'over' },
      faults: [],
      tuckFromDeg: null,
      comfort: null,
      pain: false,
      lookedAt: null,
      chance: 0.42,
      captureIds: ['a'],
      undone: false,
    } as unknown as Parameters<typeof sayTried>[0];
    const standing = 'Does not count.';
    expect(sayTried({ ...trial, undone: true }, { standing })).toMatch(
      /Predicted: gets down in about 42 of 100\. From the camera\. Withdrawn\.$/,
    );
    expect(sayTried({ ...trial, chance: null, captureIds: [] }, { standing })).toMatch(
      /\. Does not count\.$/,
    );
  });

  it('say that a clock is off, and which way', () => {
    expect(sayDeviceClock(0)).toBeNull();
    expect(sayDeviceClock(180_000)).toMatch(/^This device’s clock is 3 minutes slow\./);
    expect(sayDeviceClock(-240_000)).toMatch(/4 minutes fast/);
  });
});

it('says every limit that a reading would go beyond, once', () => {
  expect(
    sayReadUpTo([
      { kind: 'depthCap', thighDepthDeg: 0 },
      { kind: 'jointRange', joint: 'ankle', side: 'left', mostDeg: 20 },
    ]),
  ).toBe(
    'Clear allows for this reading: No deeper than parallel · Left ankle dorsiflexed no further than 20°. Stop there, whatever range is left.',
  );
});
