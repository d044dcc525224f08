import { figureOf, type Figure, type Prop, type Stand } from './figure.ts';
import {
  allFours,
  arm,
  arms,
  BENT,
  front,
  halfKneel,
  leg,
  LONG,
  onBack,
  onSide,
  OVERHEAD,
  REACHING,
  sit,
  squat,
  stand,
  step,
} from './stands.ts';

/** A drill as two moments, with what is used in both; `first` and `then` may differ in where a ball lies. */
interface Told {
  first: Stand;
  then: Stand;
  props?: readonly Prop[];
  thenProps?: readonly Prop[];
  /** Only the foot is of interest. */
  show?: 'foot';
}

const wall = (on: 'hands' | 'back' | 'feet' | 'line'): Prop => ({ kind: 'wall', on });
const UPRIGHT: Prop = { kind: 'upright', on: 'hands' };
const WEIGHT: Prop = { kind: 'weight', on: 'hands' };
const under = (kind: 'ball' | 'roller', on: 'calf' | 'shin' | 'sole', at: number): Prop => ({
  kind,
  on,
  at,
});
const CHEST = arms(14, 132);
const HIPS = arms(-30, 62);
const CLASPED = arms(40, 110);
/** A squat seen from the front. */
const wide = (thigh: number, shank: number, seen = 0.55) => leg(thigh, shank, 0, { seen });
const HOLDING: Stand['arms'] = [arm(8, -40), arm(8, -40)];

/** With the knees apart: the far one shows behind the near one. */
const apart = (at: Stand): Stand => ({
  ...at,
  legs: [at.legs[0], { ...at.legs[1], thigh: at.legs[1].thigh + 16 }],
});

/** Every drill as two moments. Own drawings: what is a squat comes from the linkage, the rest from simple figures. */
const TOLD: Readonly<Record<string, () => Told>> = {
  'calf-roll': () => ({
    first: sit(leg(98, 84, 92), BENT),
    then: sit(leg(98, 84, 70), BENT),
    props: [under('roller', 'calf', 0.75)],
    thenProps: [under('roller', 'calf', 0.35)],
  }),
  'sole-roll': () => ({
    first: step(leg(34, -16), leg(-2, 0), HIPS),
    then: step(leg(30, -24), leg(-2, 0), HIPS),
    props: [under('ball', 'sole', 0.25)],
    thenProps: [under('ball', 'sole', 0.75)],
    show: 'foot',
  }),
  'loaded-ankle-rock': () => ({
    first: halfKneel(4, arms(30, 50)),
    then: halfKneel(28, arms(38, 62), { trunk: 6 }),
    props: [{ kind: 'weight', on: 'knee' }],
  }),
  'bent-knee-calf-stretch': () => ({
    first: step(leg(18, -6), leg(-14, -8), REACHING),
    then: step(leg(42, -30), leg(-6, -22), REACHING, 6),
    props: [wall('hands')],
  }),
  'straight-knee-calf-stretch': () => ({
    first: step(leg(-16, -16), leg(24, -8), REACHING, 4),
    then: step(leg(-28, -28), leg(34, -22), REACHING, 14),
    props: [wall('hands')],
  }),
  'supported-deep-lunge': () => ({
    first: step(leg(80, -6), leg(-34, -36, -30), arms(14, 10), 40),
    then: step(leg(108, -18), leg(-54, -50, -34), arms(20, 14), 50),
    props: [{ kind: 'box', on: 'hands' }],
  }),
  'seated-knee-sway': () => ({
    first: sit(leg(128, 22, -5), leg(134, 26, -5)),
    then: sit(leg(104, 58, 20), leg(112, 44, 0)),
  }),
  'outer-shin-press': () => ({
    first: sit(leg(124, 18, -4), LONG, arms(46, 74), 8),
    then: sit(leg(124, 18, 14), LONG, arms(46, 60), 14),
    props: [under('ball', 'shin', 0.7)],
    thenProps: [under('ball', 'shin', 0.4)],
  }),
  'tall-kneeling-hip-opener': () => ({
    first: halfKneel(2, HIPS),
    then: {
      ...halfKneel(20, HIPS),
      legs: [leg(80, -22), leg(-22, -92, 200)],
    },
  }),
  'side-to-side-sit': () => ({
    first: front(wide(62, -14, 0.62), leg(42, 40), HOLDING, -6),
    then: front(leg(42, 40), wide(62, -14, 0.62), HOLDING, 6),
    props: [UPRIGHT],
  }),
  'back-to-wall-reach': () => ({
    first: sit(leg(88, 90, 85), leg(88, 90, 85), arms(80), 0),
    then: sit(leg(88, 90, 85), leg(88, 90, 85), OVERHEAD, 0),
    props: [wall('back')],
  }),
  'knee-over-toe-rock': () => ({
    first: halfKneel(0, arms(24, 60)),
    then: halfKneel(30, arms(34, 66), { trunk: 8 }),
  }),
  'hands-and-feet-pedal': () => ({
    first: {
      view: 'side',
      trunk: 132,
      legs: [leg(-20, -20, -4), leg(6, -50, -26)],
      arms: arms(52),
    },
    then: {
      view: 'side',
      trunk: 132,
      legs: [leg(6, -50, -26), leg(-20, -20, -4)],
      arms: arms(52),
    },
  }),
  'behind-knee-press': () => ({
    first: sit(leg(104, 74, 66), LONG, arms(40, 76), 4),
    then: sit(leg(104, 74, 96), LONG, arms(40, 76), 4),
    props: [under('ball', 'calf', 0.3)],
  }),
  'crossed-foot-lean': () => ({
    first: front(leg(0, 0), leg(-10, -14), [arm(70, 100), arm(10, 6)], 0),
    then: front(leg(-8, -10), leg(-22, -26), [arm(80, 110), arm(10, 6)], -14),
    props: [wall('hands')],
  }),
  'knuckle-shin-press': () => ({
    first: sit(leg(124, 18, -4), LONG, arms(44, 62), 16),
    then: sit(leg(124, 18, 18), LONG, arms(44, 84), 8),
  }),
  'toe-spread': () => ({
    first: stand(HIPS),
    then: { ...stand(HIPS), legs: [leg(0, 0, 0, { toes: 52 }), leg(0, 0)] },
    show: 'foot',
  }),
  'thumb-sole-press': () => ({
    first: sit(leg(112, -62, -40), LONG, arms(36, 60), 14),
    then: sit(leg(112, -62, -40), LONG, arms(36, 78), 14),
  }),
  'rock-back-on-all-fours': () => ({ first: allFours(0), then: allFours(46) }),
  'standing-turn-over-hip': () => ({
    first: front(leg(2, 0), leg(18, -36, 0, { seen: 0.9 }), HOLDING),
    then: front(leg(2, 0), leg(-16, 30, 0, { seen: 0.9 }), HOLDING, 0),
    props: [UPRIGHT],
  }),
  'wide-knee-rock': () => ({ first: apart(allFours(0)), then: apart(allFours(36)) }),
  'long-step-opener': () => ({
    first: step(leg(34, -12), leg(-26, -32, -20), REACHING),
    then: step(leg(52, -12), leg(-40, -44, -30), REACHING),
    props: [UPRIGHT],
  }),
  'chest-sink-at-wall': () => ({
    first: stand(arms(140), { trunk: 24, legs: [leg(-6, -4), leg(-6, -4)] }),
    then: stand(arms(152), { trunk: 50, legs: [leg(-10, -4), leg(-10, -4)] }),
    props: [wall('hands')],
  }),
  'half-kneeling-turn': () => ({
    first: halfKneel(4, CLASPED),
    then: { ...halfKneel(12, [arm(52, 96), arm(-20, 96)]), trunk: 4 },
  }),
  'heels-dig-lift': () => ({
    first: onBack(leg(178, 90, 90), leg(178, 90, 90)),
    then: { ...onBack(leg(166, 86, 90), leg(166, 86, 90)), trunk: -98 },
    props: [wall('feet')],
  }),
  'arch-lift': () => ({
    first: { ...stand(HIPS), legs: [leg(0, 0, 0, { arch: 0 }), leg(0, 0, 0, { arch: 0 })] },
    then: { ...stand(HIPS), legs: [leg(0, 0, 0, { arch: 2.8 }), leg(0, 0, 0, { arch: 2.8 })] },
    show: 'foot',
  }),
  'side-leg-raise': () => ({
    first: onSide(leg(88, 88, 85), leg(92, 92, 85)),
    then: onSide(leg(118, 118, 112), leg(92, 92, 85)),
  }),
  'split-knee-bend': () => ({
    first: step(leg(18, 8), leg(-22, -24, -20), HIPS),
    then: step(leg(78, -8), leg(-14, -72, -52), HIPS),
  }),
  'one-knee-press': () => ({
    first: halfKneel(2, [arm(14, 160), arm(4, 12)]),
    then: halfKneel(2, [arm(174, 178), arm(4, 12)]),
    props: [WEIGHT],
  }),
  'knee-travel-hold': () => ({
    first: step(leg(14, 2), leg(-12, -8), HIPS),
    then: step(leg(52, -32), leg(2, -34, -18), HIPS, 6),
  }),
  'seated-foot-pull': () => ({
    first: sit(leg(88, 90, 60), BENT),
    then: sit(leg(98, 80, 108), BENT),
  }),
  'slow-calf-lower': () => ({
    first: step(leg(0, 0, -38), leg(0, 0, -38), REACHING),
    then: step(leg(0, 0, -14), leg(20, -60, -30), REACHING),
    props: [UPRIGHT],
  }),
  'hand-held-sole-turn': () => ({
    first: sit(leg(112, -62, -30), LONG, arms(34, 66), 10),
    then: sit(leg(112, -62, -62), LONG, arms(34, 66), 10),
  }),
  'knee-lift-hold': () => ({
    first: stand(arms(4, 8)),
    then: step(leg(84, -2), leg(0, 0), arms(4, 8), 0),
    props: [wall('back')],
  }),
  'lying-knee-pull': () => ({
    first: onBack(leg(112, 60, 40), leg(90, 90, 85)),
    then: onBack(leg(196, 100, 88), leg(90, 90, 85)),
  }),
  'one-leg-turn': () => ({
    first: front(leg(1, 0), leg(6, -30, 0, { seen: 0.95 }), [arm(86, 96), arm(10, 6)]),
    then: front(leg(1, 0), leg(-22, 6, 0, { seen: 0.95 }), [arm(86, 96), arm(10, 6)]),
    props: [wall('hands')],
  }),
  'inner-thigh-lift': () => ({
    first: onSide(leg(140, 40, 0), leg(92, 92, 85)),
    then: onSide(leg(140, 40, 0), leg(104, 104, 96)),
  }),
  'side-step-knee-bend': () => ({
    first: front(leg(6, 4), leg(6, 4), [arm(16, -60), arm(16, -60)]),
    then: front(wide(50, -10, 0.7), leg(36, 34), [arm(16, -60), arm(16, -60)], -6),
  }),
  'one-leg-hip-hold': () => ({
    first: front(leg(-8, 2), leg(4, -16, 0, { seen: 1 }), [arm(86, 96), arm(10, 6)], 5),
    then: front(leg(2, 0), leg(6, -22, 0, { seen: 0.93 }), [arm(86, 96), arm(10, 6)], 0),
    props: [wall('hands')],
  }),
  'wall-press-breath': () => ({
    first: stand(arms(60, 100)),
    then: stand(arms(72, 90), { trunk: 6, legs: [leg(-4, -4), leg(-4, -4)] }),
    props: [wall('hands')],
  }),
  'half-kneeling-chop': () => ({
    first: halfKneel(2, arms(148, 152)),
    then: halfKneel(2, arms(34, 30), { trunk: 8 }),
    props: [WEIGHT],
  }),
  'seat-tight-hold': () => ({
    first: stand(arms(4, 8), { trunk: 10, legs: [leg(8, -8), leg(8, -8)] }),
    then: stand(arms(-8, -4), { trunk: -3, legs: [leg(-3, 0), leg(-3, 0)] }),
  }),
  'wall-hand-lift': () => ({
    first: stand(arms(150), { trunk: 4 }),
    then: stand([arm(176), arm(150)], { trunk: 4 }),
    props: [wall('hands')],
  }),
  'lying-arm-lift': () => ({
    first: {
      view: 'side',
      trunk: 86,
      legs: [leg(-93, -92, 188), leg(-93, -92, 188)],
      arms: arms(88),
    },
    then: {
      view: 'side',
      trunk: 86,
      legs: [leg(-93, -92, 188), leg(-93, -92, 188)],
      arms: arms(104),
    },
  }),
  'kneeling-lean-back': () => ({
    first: { view: 'side', trunk: 0, legs: [leg(0, -92, 200), leg(0, -92, 200)], arms: CHEST },
    then: { view: 'side', trunk: -24, legs: [leg(24, -92, 200), leg(24, -92, 200)], arms: CHEST },
  }),
  'supported-deep-sit': () => ({
    first: stand(REACHING),
    then: squat(22, REACHING),
    props: [UPRIGHT],
  }),
  'knees-lead-wall': () => ({
    first: stand(arms(80)),
    then: squat(-8, arms(86)),
    props: [wall('line')],
  }),
  'slow-descent': () => ({ first: squat(-50, arms(60)), then: squat(12, arms(84)) }),
  'counterbalance-reach': () => ({
    first: stand(arms(84)),
    then: squat(16, arms(86), 'counterbalance'),
    props: [WEIGHT],
  }),
  'feet-along-the-way': () => ({
    first: front(wide(26, -6, 0.72), wide(26, -6, 0.72), [arm(20, -70), arm(20, -70)]),
    then: front(wide(56, 2, 0.66), wide(56, 2, 0.66), [arm(20, -70), arm(20, -70)]),
  }),
  'pause-above-bottom': () => ({
    first: squat(-60, arms(30, 150), 'highBar'),
    then: squat(-4, arms(30, 150), 'highBar'),
    props: [{ kind: 'bar', on: 'shoulders' }],
  }),
  'tall-reach-squat': () => ({
    first: stand(OVERHEAD),
    then: squat(-10, arms(158, 160), 'overhead'),
  }),
  'wide-supported-sit': () => ({
    first: front(leg(24, 22), leg(24, 22), HOLDING),
    then: front(wide(70, 4, 0.62), wide(70, 4, 0.62), HOLDING),
    props: [UPRIGHT],
  }),
  'bottom-shift': () => ({
    first: front(wide(72, 4, 0.5), wide(56, 22, 0.5), HOLDING, -4),
    then: front(wide(56, 22, 0.5), wide(72, 4, 0.5), HOLDING, 4),
    props: [UPRIGHT],
  }),
  'mid-foot-rock': () => ({
    first: squat(-34, REACHING),
    then: {
      ...squat(-34, REACHING),
      legs: [leg(56, -42, -16), leg(56, -42, -16)],
    },
    props: [UPRIGHT],
  }),
  'squat-snacks': () => ({ first: stand(), then: squat(10, arms(84)) }),
  'until-shape-goes': () => ({ first: squat(10, arms(84)), then: stand() }),
  'hands-help-sit-up': () => ({
    first: squat(16, REACHING),
    then: squat(-50, REACHING),
    props: [UPRIGHT],
  }),
};

/** Drills that have a picture. */
export const PICTURED: readonly string[] = Object.keys(TOLD);

/** A drill as two pictures to the same scale, the first moment first; null for one that has none (a coach's own may have a photo). */
export function drillPicture(id: string): readonly [Figure, Figure] | null {
  const told = TOLD[id]?.();
  if (!told) return null;
  const { first, then, props = [], thenProps = props, show } = told;
  return [figureOf(first, props, show), figureOf(then, thenProps, show)];
}
