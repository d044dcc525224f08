import { sayNoAnalysis } from '@zither/words/noAnalysis';
import {
  diagnose,
  evidenceOf,
  ledgersOf,
  NODES,
  outcomesOf,
  stanceFromTrace,
  TEST_IDS,
  TESTS,
  type Signs,
} from '@zither/core';
import { outcomesOffered, sayOutcome, sayOutcomeShort } from '@zither/words/probe';
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
      expect.arrayContaining(['ankle measured short, left', 'Heels raised 25–30 mm: gone']),
    );
    const right = NODES.findIndex((n) => n.cause === 'ankleJoint' && n.side === 'right');
    const [heaviest] = ledgersOf(evidenceOf(signs), [right])[0] ?? [];
    expect(sayEvidence(heaviest!.evidence)).toBe('ankle measured free, right');
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
      '31° of the lean is build; no other part is large.',
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
  it('are two to five beside pain, each with words of its own, and known to the model', () => {
    for (const test of TEST_IDS) {
      const offered = outcomesOffered(test);
      const seen = offered.filter((o) => o !== 'pain');
      expect([test, seen.length >= 2 && seen.length <= 5]).toEqual([test, true]);
      expect(offered).toContain('pain');
      for (const o of offered) expect(outcomesOf(TESTS[test])).toContain(o);
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
