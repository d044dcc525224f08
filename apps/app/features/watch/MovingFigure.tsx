import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { buildSquatter, type Area, type CameraView, type SquatScript } from '@zither/core';
import { frameFor, spotsOf, StickFigure, type Spots } from './StickFigure.tsx';

const FRAMES = 36;
/** Down, up and a rest, ms a frame: about the tempo of a controlled squat. */
const FRAME_MS = 80;

/** Where on the figure each part is tapped, as a share of its height from the top. */
const PART_AT: Record<Area, number> = {
  rhythm: 0.12,
  arms: 0.3,
  back: 0.44,
  hips: 0.6,
  knees: 0.74,
  feet: 0.93,
};

const stillness = () =>
  typeof matchMedia === 'function' && matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Landmarks of a side view from those of the whole body: the near leg represents both. */
function sideMarks(marks: Record<string, { x: number; y: number; z: number }>) {
  const own: typeof marks = {};
  for (const [name, mark] of Object.entries(marks))
    own[name.startsWith('left') ? name.slice(4).toLowerCase() : name] = mark;
  return own;
}

/** A squat by the client's own build, over and over; a tap tells which part of the body was meant. Stands still at the bottom when motion is unwanted. */
export function MovingFigure({
  script,
  view,
  width,
  height,
  parts,
  onPart,
}: {
  script: SquatScript | null;
  view: CameraView;
  width: number;
  height: number;
  parts: readonly Area[];
  onPart: (part: Area) => void;
}) {
  const all = useMemo((): Spots[] => {
    if (!script) return [];
    const squatter = buildSquatter(script);
    return Array.from({ length: FRAMES }, (_, i) => {
      const drop = (1 - Math.cos((Math.PI * i) / (FRAMES - 1))) / 2;
      const marks = squatter.at({ rep: 1, isAscent: false, drop, inLowerHalf: null, timeS: 0 });
      return spotsOf(view === 'side' ? sideMarks(marks) : marks, view);
    });
  }, [script, view]);
  const [at, setAt] = useState(FRAMES - 1);
  const isStill = useMemo(() => stillness(), []);
  useEffect(() => {
    if (isStill || all.length === 0) return;
    const timer = setInterval(() => setAt((k) => (k + 1) % (2 * FRAMES + 8)), FRAME_MS);
    return () => clearInterval(timer);
  }, [isStill, all]);
  const frame = useMemo(() => frameFor(all, view), [all, view]);
  const k = at < FRAMES ? at : Math.max(0, 2 * FRAMES - 1 - at);
  const spots = all[k];
  if (!spots) return <View style={{ width, height }} />;
  return (
    <Pressable
      // Beside it stand the same parts as buttons, for keyboard and screen reader.
      aria-hidden
      focusable={false}
      tabIndex={-1}
      onPress={(e) => {
        const share = e.nativeEvent.locationY / height;
        const nearest = [...parts].sort(
          (a, b) => Math.abs(PART_AT[a] - share) - Math.abs(PART_AT[b] - share),
        )[0];
        if (nearest) onPart(nearest);
      }}
    >
      <StickFigure
        spots={spots}
        view={view}
        frame={frame}
        width={width}
        height={height}
        label="A squat by this client’s build"
      />
    </Pressable>
  );
}
