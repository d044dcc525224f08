import { useState } from 'react';
import { sayMisplaced } from '@zither/words/footMarks';
import { View, type GestureResponderEvent } from 'react-native';
import Svg, { Circle, G, Line, Rect, Text as SvgText } from 'react-native-svg';
import {
  SIDES,
  stanceFromTrace,
  TRACE_POINTS,
  type BothSides,
  type FootTrace,
  type MeasureId,
  type PaperPoint,
  type Side,
  type TracePointName,
} from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Stepper } from '../../ui/Stepper.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { SIDE_LETTER } from '@zither/words/display';
import { sayLength } from '@zither/words/units';
import { sayMarks, sayTraced } from '@zither/words/measure';

/** The sheet, mm: across and away from the coach. */
const PAPER = { across: 800, up: 560 } as const;

const NAMES: Record<TracePointName, string> = {
  heel: 'back of the heel',
  secondToe: 'tip of the second toe',
  innerBall: 'inside of the ball',
  outerBall: 'outside of the ball',
};

type Draft = BothSides<Partial<FootTrace>>;
type Mark = `${Side} ${TracePointName}`;

const MARKS: Mark[] = SIDES.flatMap((side) => TRACE_POINTS.map((name): Mark => `${side} ${name}`));

const parts = (mark: Mark) => mark.split(' ') as [Side, TracePointName];

const isWhole = (draft: Draft): draft is BothSides<FootTrace> =>
  SIDES.every((side) => TRACE_POINTS.every((name) => draft[side][name]));

/** The sheet's own measures, as a tape laid along its edges reads them. */
const fromEdges = (p: PaperPoint) => ({ across: PAPER.across / 2 - p.y, up: p.x });
const fromPaper = (across: number, up: number): PaperPoint => ({
  x: up,
  y: PAPER.across / 2 - across,
});

/** The client steps on a sheet, the coach marks four points a foot; width and angles come from the marks. */
export function TraceCard({
  keepTrial,
  onKept,
}: {
  keepTrial: (measure: MeasureId, side: Side | null, value: number) => void;
  onKept: () => void;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(340);
  const [draft, setDraft] = useState<Draft>({ left: {}, right: {} });
  const [mark, setMark] = useState<Mark>('left heel');
  const [side, name] = parts(mark);
  const scale = width / PAPER.across;
  const height = PAPER.up * scale;
  const here = draft[side][name];
  const edges = here ? fromEdges(here) : null;

  const place = (point: PaperPoint) =>
    setDraft((d) => ({ ...d, [side]: { ...d[side], [name]: point } }));
  const placeAt = (event: GestureResponderEvent) => {
    const { locationX, locationY } = event.nativeEvent;
    const across = Math.min(PAPER.across, Math.max(0, locationX / scale));
    const up = Math.min(PAPER.up, Math.max(0, PAPER.up - locationY / scale));
    place(fromPaper(Math.round(across), Math.round(up)));
  };
  const advance = () => {
    const next = MARKS.find((m) => {
      const [s, n] = parts(m);
      return m !== mark && !draft[s][n];
    });
    if (next) setMark(next);
  };
  const found = isWhole(draft) ? stanceFromTrace(draft) : null;
  const stance = found?.kind === 'stance' ? found.stance : null;

  return (
    <View style={{ gap: space.m }}>
      <Say>
        {`Let the client step on a sheet as they would squat. Mark four points around each foot, then show them here: tap or drag, or type what a tape along the edges reads. Now: `}
        <Say strong>{`${side} foot, ${NAMES[name]}.`}</Say>
      </Say>
      <View
        onLayout={(e) => setWidth(Math.min(560, e.nativeEvent.layout.width))}
        style={{ alignItems: 'flex-start' }}
      >
        <View
          accessible
          role="img"
          aria-label={sayMarks(countOf(draft), MARKS.length)}
          onStartShouldSetResponder={() => true}
          onMoveShouldSetResponder={() => true}
          onResponderTerminationRequest={() => false}
          onResponderGrant={placeAt}
          onResponderMove={placeAt}
          onResponderRelease={advance}
          testID="trace-sheet"
          style={
            {
              width,
              height,
              backgroundColor: colors.surface,
              borderWidth: 1,
              borderColor: colors.inkSoft,
              touchAction: 'none',
            } as object
          }
        >
          <Svg width={width} height={height} pointerEvents="none">
            {Array.from({ length: 7 }, (_, i) => (
              <Line
                key={`v${i}`}
                x1={(i + 1) * 100 * scale}
                x2={(i + 1) * 100 * scale}
                y1={0}
                y2={height}
                stroke={colors.hairline}
              />
            ))}
            {Array.from({ length: 5 }, (_, i) => (
              <Line
                key={`h${i}`}
                y1={height - (i + 1) * 100 * scale}
                y2={height - (i + 1) * 100 * scale}
                x1={0}
                x2={width}
                stroke={colors.hairline}
              />
            ))}
            <Rect x={4} y={height - 18} width={100 * scale} height={2} fill={colors.brass} />
            <SvgText x={4} y={height - 4} fontSize={12} fontFamily={font.regular} fill={colors.ink}>
              {sayLength(100)}
            </SvgText>
            {SIDES.map((s) => {
              const { heel, secondToe } = draft[s];
              const px = (p: PaperPoint) => ({
                x: fromEdges(p).across * scale,
                y: height - p.x * scale,
              });
              return (
                <G key={s}>
                  {heel && secondToe && (
                    <Line
                      x1={px(heel).x}
                      y1={px(heel).y}
                      x2={px(secondToe).x}
                      y2={px(secondToe).y}
                      stroke={colors.lake}
                      strokeWidth={2}
                    />
                  )}
                  {TRACE_POINTS.map((n) => {
                    const p = draft[s][n];
                    if (!p) return null;
                    const isNow = s === side && n === name;
                    return (
                      <Circle
                        key={n}
                        cx={px(p).x}
                        cy={px(p).y}
                        r={isNow ? 8 : 6}
                        fill={n === 'heel' || n === 'secondToe' ? colors.ink : colors.paper}
                        stroke={isNow ? colors.rust : colors.ink}
                        strokeWidth={2.5}
                      />
                    );
                  })}
                </G>
              );
            })}
          </Svg>
        </View>
      </View>
      <Choice
        label="Mark"
        hideLabel
        options={MARKS.map((m) => {
          const [s, n] = parts(m);
          return {
            value: m,
            label: `${SIDE_LETTER[s]} ${NAMES[n].replace(/^.* of the /, n === 'innerBall' ? 'inner ' : n === 'outerBall' ? 'outer ' : '')}${draft[s][n] ? ' ✓' : ''}`,
          };
        })}
        value={mark}
        onChange={setMark}
      />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
        <View style={{ flex: 1, minWidth: 240 }}>
          <Stepper
            key={`${mark} across`}
            label="From the left edge"
            unit="cm"
            digits={1}
            step={0.1}
            value={edges ? edges.across / 10 : null}
            possible={{ least: 0, most: PAPER.across / 10 }}
            startAt={side === 'left' ? 30 : 50}
            onChange={(v) => place(fromPaper(v * 10, edges?.up ?? 100))}
          />
        </View>
        <View style={{ flex: 1, minWidth: 240 }}>
          <Stepper
            key={`${mark} up`}
            label="From the near edge"
            unit="cm"
            digits={1}
            step={0.1}
            value={edges ? edges.up / 10 : null}
            possible={{ least: 0, most: PAPER.up / 10 }}
            startAt={10}
            onChange={(v) =>
              place(fromPaper(edges?.across ?? (side === 'left' ? 300 : 500), v * 10))
            }
            onEnter={advance}
          />
        </View>
      </View>
      {found?.kind === 'misplaced' && <Notice tone="now">{sayMisplaced(found)}</Notice>}
      {stance && <Notice tone="good">{sayTraced(stance)}</Notice>}
      <Button
        title={
          stance ? 'Keep width and both angles' : `${MARKS.length - countOf(draft)} marks to go`
        }
        disabled={!stance}
        onPress={() => {
          if (!stance) return;
          keepTrial('stanceWidth', null, Math.round(stance.stanceWidthMm));
          for (const s of SIDES) keepTrial('toeOut', s, Math.round(stance.toeOutDeg[s] * 10) / 10);
          onKept();
        }}
      />
    </View>
  );
}

const countOf = (draft: Draft) =>
  MARKS.filter((m) => draft[parts(m)[0]][parts(m)[1]] !== undefined).length;
