import fc from 'fast-check';
import {
  BALANCED,
  boxFor,
  chooseSetup,
  HIP_ABOVE_SEAT_MM,
  placed,
  profileOf,
  resolveBody,
  searchSetups,
  sideDifference,
  solve,
  startBelief,
  turnFurtherBy,
  ASYMMETRY_MOST,
  type SetupQuestion,
} from '../src/index.ts';
import { between } from './arbitraries.ts';
import { client, readings, nothing, askedOf } from './setClients.ts';

describe('left and right', () => {
  it('equal ankles: the same ceiling, no drift, stand alike', () => {
    const { ceilingDeg, drift, asymmetry } = sideDifference(
      askedOf(30, 30),
      readings(30, 30),
      nothing,
    );
    expect(ceilingDeg.left).toBeCloseTo(ceilingDeg.right!, 9);
    expect(drift).toBeNull();
    expect(asymmetry).toBeNull();
  });

  it('a stiffer ankle that stops the squat: its heel comes up, the pelvis goes to the freer side, and the foot may help by 5° or 20 mm', () => {
    const question = askedOf(15, 32);
    const found = sideDifference(question, readings(15, 32), nothing);
    const solved = solve(question);
    const { left, right } = solved.sides;
    if (left.window.kind !== 'shut' || right.window.kind === 'stanceTooWide')
      throw new Error('the left ankle was to stop it');
    expect(found.drift?.toward).toBe('right');
    // By hand: the heel turns about the ball by the degrees that are missing beyond what the other side lacks too.
    const missing =
      -left.window.widthDeg - (right.window.kind === 'shut' ? -right.window.widthDeg : 0);
    const foot = resolveBody(question.body).lengthsMm.foot;
    expect(found.drift?.heelMm).toBeCloseTo(0.73 * foot * Math.sin((missing * Math.PI) / 180), 6);
    expect(found.asymmetry).toMatchObject({ side: 'left', because: 'ankle', isCapped: true });
    expect(found.asymmetry!.forwardMm).toBe(ASYMMETRY_MOST.forwardMm);
    expect(turnFurtherBy(found)).toEqual({
      side: 'left',
      mostDeg: ASYMMETRY_MOST.toeOutDeg,
      because: 'ankle',
    });
  });

  it('a difference that both sides can afford, or that the readings cannot tell, changes nothing', () => {
    const both = sideDifference(askedOf(36, 45), readings(36, 45), nothing);
    expect(both.asymmetry).toBeNull();
    expect(both.ankle.kind).toBe('different');
    const unsure = sideDifference(askedOf(18, 21), readings(18, 21, 1.4), nothing);
    expect(unsure.ankle.kind).toBe('noDifferenceWeCanSee');
    expect(unsure.asymmetry).toBeNull();
  });

  it('a hip that turns in less stands turned out further: half the difference, at most 5°', () => {
    const by = (left: number, right: number) =>
      sideDifference(askedOf(36, 36), readings(36, 36), readings(left, right, 1)).asymmetry;
    expect(by(36, 28)).toMatchObject({ side: 'right', toeOutDeg: 4, isCapped: false });
    expect(by(19, 36)).toMatchObject({ side: 'left', toeOutDeg: 5, isCapped: true });
    expect(by(35, 34)).toBeNull();
  });

  it('never asks for more than the limit, and only where the difference is real (property)', () => {
    fc.assert(
      fc.property(between(8, 40), between(8, 40), between(0.3, 3), (left, right, sem) => {
        const { asymmetry, ankle } = sideDifference(
          askedOf(left, right),
          readings(left, right, sem),
          nothing,
        );
        if (!asymmetry) return;
        expect(ankle.kind).toBe('different');
        expect(asymmetry.side).toBe(left < right ? 'left' : 'right');
        expect(asymmetry.toeOutDeg).toBeLessThanOrEqual(ASYMMETRY_MOST.toeOutDeg);
        expect(asymmetry.forwardMm).toBeLessThanOrEqual(ASYMMETRY_MOST.forwardMm);
        expect(asymmetry.forwardMm).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a slightly asymmetric stance in the search', () => {
  const question = client({ dorsiflexionDeg: { left: 19, right: 32 }, kit: [], hipFold: null });
  const allowed = {
    ...question,
    turnFurther: { side: 'left' as const, mostDeg: 5, because: 'ankle' as const },
  };
  const isUneven = (s: { setup: { toeOutDeg: { left: number; right: number } } }) =>
    s.setup.toeOutDeg.left !== s.setup.toeOutDeg.right;
  const search = (q: SetupQuestion) => searchSetups(q, BALANCED, startBelief(q));
  const choose = (q: SetupQuestion) => chooseSetup(q, BALANCED, startBelief(q)).proposals;

  it('is searched only where a measured difference allows it', () => {
    expect(search(question).some(isUneven)).toBe(false);
    const uneven = search(allowed).filter(isUneven);
    expect(uneven.length).toBeGreaterThan(0);
    for (const { setup } of uneven) {
      expect(setup.toeOutDeg.left - setup.toeOutDeg.right).toBe(5);
      expect(setup.toeOutDeg.left).toBeLessThanOrEqual(BALANCED.toeOutDeg.most);
    }
  });

  it('counts each foot by its own geometry: further out asks less of that ankle, so the chance does not fall', () => {
    const belief = startBelief(question);
    for (const s of search(allowed).filter(isUneven)) {
      const toe = s.setup.toeOutDeg.right;
      const even = placed(question, BALANCED, belief, {
        ...s,
        setup: { ...s.setup, toeOutDeg: { left: toe, right: toe } },
      });
      expect(s.chance).toBeGreaterThanOrEqual(even!.chance - 1e-9);
    }
  });

  it('never stands first; for an ankle it is proposed only where turning that foot alone makes it enough likelier', () => {
    const [first] = choose(allowed);
    expect(isUneven(first!)).toBe(false);
    // An ankle with range to spare gains nothing by it.
    const free = { ...allowed, dorsiflexionDeg: { left: 36, right: 44 } };
    expect(choose(free).flatMap((p) => p.kinds)).not.toContain('uneven');
  });

  it('for a hip that turns in less it is proposed beside the first choice, where it costs nothing', () => {
    const hip = {
      ...question,
      dorsiflexionDeg: { left: 36, right: 36 },
      turnFurther: { side: 'right' as const, mostDeg: 4, because: 'rotation' as const },
    };
    const uneven = choose(hip).find((p) => p.kinds.includes('uneven'))!;
    expect(uneven.setup.toeOutDeg.right - uneven.setup.toeOutDeg.left).toBe(4);
  });
});

describe('simplicity of kit', () => {
  it('nobody who gets down flat is put on a heel, and nobody on a higher one than needed', () => {
    const able = client({
      dorsiflexionDeg: { left: 34, right: 35 },
      hipFold: { atZeroAbductionDeg: 145, perAbductionDeg: 0 },
    });
    const [flat] = chooseSetup(able, BALANCED, startBelief(able)).proposals;
    expect(flat!.setup.support.kind).toBe('floor');
    expect(flat!.chance).toBeGreaterThan(0.9);
    const stiff = client({ dorsiflexionDeg: { left: 17, right: 22 }, hipFold: null });
    const [lifted] = chooseSetup(stiff, BALANCED, startBelief(stiff)).proposals;
    expect(lifted!.setup.support.kind).toBe('block');
  });
});

describe('a box to sit to', () => {
  it('is as high as the hip at that depth, less what lies between hip and seat', () => {
    const question = askedOf(40, 40, 0);
    const { bottom } = solve(question).sides.left;
    if (bottom.kind !== 'pose') throw new Error('no pose');
    const hip = bottom.joints.hip.z;
    // At parallel the hip is as high as the knee: shank and ankle, by hand.
    const { lengthsMm } = resolveBody(question.body);
    const knee =
      lengthsMm.ankleHeight + lengthsMm.shank * Math.cos((bottom.shankDeg * Math.PI) / 180);
    expect(hip).toBeCloseTo(knee, 6);
    expect(boxFor(hip, []).wantedMm).toBe(Math.round((knee - HIP_ABOVE_SEAT_MM) / 5) * 5);
  });

  it('is the nearest of the kit, with what it misses by', () => {
    const kit = [
      { kind: 'box', heightMm: 300 },
      { kind: 'box', heightMm: 450 },
      { kind: 'block', riseMm: 10 },
    ] as const;
    expect(boxFor(530, kit)).toEqual({
      wantedMm: 440,
      nearest: { heightMm: 450, earlyMm: 10 },
      fits: true,
    });
    expect(boxFor(490, kit)).toMatchObject({ nearest: { earlyMm: 50 }, fits: false });
    expect(boxFor(530, []).nearest).toBeNull();
  });

  it('does not lift heels, and comes with the proposals of the school that sits to it', () => {
    const question = client({ kit: [{ kind: 'box', heightMm: 400 }], targetDepthDeg: undefined });
    for (const s of searchSetups(question, BALANCED, startBelief(question)))
      expect(s.setup.support.kind).toBe('floor');
    const shins = profileOf('shinsUpright')!;
    const able = { ...question, dorsiflexionDeg: { left: 35, right: 35 } };
    const [first] = chooseSetup(able, shins, startBelief(able)).proposals;
    expect(first!.bottom.hipHeightMm).toBeGreaterThan(300);
  });
});
