import {
  buildSquatter,
  FAULTS,
  footTilt,
  FREE_ANKLE_DEG,
  KNEES_FROM,
  resolveBody,
  type Analysis,
  type Case,
  type MotionFinding,
} from '@zither/core';
import type { Span, Trace } from './MotionPlot.tsx';
import { spotsOf, type Spots } from './StickFigure.tsx';
import { scriptFor } from '@zither/visit';
import { shownAs } from '@zither/words/units';

/** What the figure shows in every frame. */
export const spotsByFrame = ({ series, view }: Analysis): Spots[] =>
  series.timesS.map((_, k) =>
    spotsOf(
      Object.fromEntries(
        Object.entries(series.tracks).map(([name, t]) => [
          name,
          { x: t.x[k] ?? null, y: t.y[k] ?? null, z: t.z[k] ?? null },
        ]),
      ),
      view,
    ),
  );

export const spansOf = ({ reps }: Analysis): Span[] =>
  reps.map(({ start, bottom, end }, i) => ({ number: i + 1, start, bottom, end }));

/** The client's model going the same way down: a squat without faults, at the same share of its drop, standing in the same place. */
export function modelOf(
  analysis: Analysis,
  subject: Case | null,
): ((frame: number, recorded: Spots) => Spots | null) | null {
  if (!subject) return null;
  let squatter: ReturnType<typeof buildSquatter>;
  try {
    squatter = buildSquatter(scriptFor(subject, [], 1));
  } catch {
    return null;
  }
  const isSide = analysis.view === 'side';
  const height =
    analysis.picture.kind === 'side'
      ? analysis.picture.side.hipHeightMm
      : analysis.picture.front.hipHeightMm;
  const anchor = isSide ? 'heel' : 'leftAnkle';
  return (frame, recorded) => {
    const rep = analysis.reps.find((r) => frame >= r.start && frame <= r.end);
    const [top, low] = [height[rep?.start ?? 0] ?? null, height[rep?.bottom ?? 0] ?? null];
    const now = height[frame] ?? null;
    const drop =
      rep && top !== null && low !== null && now !== null && top > low
        ? Math.min(1, Math.max(0, (top - now) / (top - low)))
        : 0;
    const marks = squatter.at({ rep: 1, isAscent: false, drop, inLowerHalf: null, timeS: 0 });
    const own = isSide
      ? Object.fromEntries(
          Object.entries(marks).map(([name, m]) => [
            name.startsWith('left') ? name.slice(4).toLowerCase() : name,
            m,
          ]),
        )
      : marks;
    const spots = spotsOf(own, analysis.view);
    const [here, there] = [recorded[anchor], spots[anchor]];
    if (!here || !there) return spots;
    const by = here.h - there.h;
    return Object.fromEntries(
      Object.entries(spots).map(([name, s]) => [name, { h: s.h + by, z: s.z }]),
    );
  };
}

/** Trunk lean less shank that build and ankle ask for by themselves at the bottom reached, degrees; null when that is not known. */
export function builtMismatchDeg({ leanBudget }: Analysis, subject: Case | null): number | null {
  if (!leanBudget || !subject) return null;
  const { left, right } = subject.limits.dorsiflexionDeg;
  const pitch = footTilt(resolveBody(subject.body), subject.setup.support, 0).pitchDeg;
  const shank = Math.min(FREE_ANKLE_DEG, Math.min(left, right) - subject.limits.bufferDeg) + pitch;
  return leanBudget.proportionsDeg + leanBudget.ankleDeg - shank;
}

interface Plot {
  title: string;
  unit: string;
  traces: Trace[];
  band?: { least: number; most: number };
}

const inLength = (values: readonly (number | null)[]) => {
  const { per } = shownAs('length');
  return values.map((v) => (v === null ? null : v / per));
};
/** A band of so many mm to either side. */
const bandOf = (mm: number) => {
  const { per } = shownAs('length');
  return { least: -mm / per, most: mm / per };
};

/** A channel where the knees are judged: below 40 % of the drop of each rep. Above it a straight leg leans inward by itself. */
function whereBent(
  analysis: Analysis,
  hip: readonly (number | null)[],
  channel: readonly (number | null)[],
) {
  return channel.map((v, k) => {
    const rep = analysis.reps.find((r) => k >= r.start && k <= r.end);
    const [top, low, now] = [
      hip[rep?.start ?? -1] ?? null,
      hip[rep?.bottom ?? -1] ?? null,
      hip[k] ?? null,
    ];
    if (top === null || low === null || now === null) return null;
    return (top - now) / (top - low) >= KNEES_FROM ? v : null;
  });
}

/** The plots a view has: each one question a coach asks of a rep. */
export function plotsOf(analysis: Analysis): Plot[] {
  const { picture } = analysis;
  if (picture.kind === 'side') {
    const s = picture.side;
    return [
      {
        title: 'Hip height',
        unit: ` ${shownAs('length').unit}`,
        traces: [{ name: 'hip', values: inLength(s.hipHeightMm), look: 'ink' }],
      },
      {
        title: 'Trunk and shin lean',
        unit: '°',
        traces: [
          { name: 'trunk', values: s.trunkDeg, look: 'ink' },
          { name: 'shin', values: s.shankDeg, look: 'lake' },
        ],
      },
      {
        title: 'Knee past toe',
        unit: ` ${shownAs('length').unit}`,
        traces: [{ name: 'knee', values: inLength(s.kneePastToeMm), look: 'ink' }],
      },
      {
        title: 'Balance ahead of mid-foot',
        unit: ` ${shownAs('length').unit}`,
        traces: [{ name: 'balance', values: inLength(s.balanceMm), look: 'ink' }],
        band: bandOf(30),
      },
      ...(picture.bar
        ? [
            {
              title: 'Bar ahead of mid-foot',
              unit: ` ${shownAs('length').unit}`,
              traces: [{ name: 'bar', values: inLength(s.barAheadMm), look: 'ink' as const }],
              band: bandOf(30),
            },
          ]
        : []),
    ];
  }
  const f = picture.front;
  return [
    {
      title: 'Hip height',
      unit: ` ${shownAs('length').unit}`,
      traces: [{ name: 'hip', values: inLength(f.hipHeightMm), look: 'ink' }],
    },
    ...(analysis.view === 'front'
      ? [
          {
            title: 'Knee against the foot, out +',
            unit: '°',
            traces: [
              {
                name: 'L',
                values: whereBent(analysis, f.hipHeightMm, f.legs.left.kneeDeg),
                look: 'ink' as const,
              },
              {
                name: 'R',
                values: whereBent(analysis, f.hipHeightMm, f.legs.right.kneeDeg),
                look: 'lake' as const,
              },
            ],
            band: { least: -8, most: 5 },
          },
        ]
      : []),
    {
      title: 'Pelvis to the client’s left',
      unit: ` ${shownAs('length').unit}`,
      traces: [{ name: 'pelvis', values: inLength(f.pelvisLeftMm), look: 'ink' }],
      band: bandOf(10),
    },
    ...(analysis.view === 'rear'
      ? [
          {
            title: 'Left hip above the right',
            unit: ` ${shownAs('length').unit}`,
            traces: [{ name: 'hips', values: inLength(f.leftHipAboveMm), look: 'ink' as const }],
          },
        ]
      : []),
  ];
}

/** A finding as a string: thick where it would be too small to name. */
export function gaugeOf(finding: MotionFinding, before: number | null) {
  const { fault, thresholds, value, sd, unit } = finding;
  const { slight, clear } = thresholds;
  const isShare = fault === 'hipsFirst' || fault === 'kneesFirst';
  const most = Math.max(clear * 1.4, value * 1.1);
  return {
    label: FAULTS[fault].name,
    unit: unit === '°' || unit === '×' ? unit : ` ${unit}`,
    now: value,
    before,
    error: sd > 0 ? sd : null,
    target: isShare
      ? { least: 35, most: 65 }
      : FAULTS[fault].eitherWay
        ? { least: -slight, most: slight }
        : { least: Math.min(0, value), most: slight },
    scale: isShare
      ? { least: 0, most: 100 }
      : { least: FAULTS[fault].eitherWay ? -most : Math.min(0, value), most },
    digits: unit === '×' ? 1 : 0,
  };
}
