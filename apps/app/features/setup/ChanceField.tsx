import { contours } from 'd3-contour';
import { useMemo, useRef, useState } from 'react';
import { View, type GestureResponderEvent } from 'react-native';
import Svg, { Circle, G, Line, Path, Polygon, Rect, Text as SvgText } from 'react-native-svg';
import type { ChanceMap } from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayPoint } from '@zither/words/chance';
import { finerGrid, type FieldPoint } from '@zither/visit';
import { lengthNumber, shownAs } from '@zither/words/units';

/** Room for the tick labels, px. */
const EDGE = { left: 34, bottom: 34, top: 18, right: 8 } as const;
/** Steps of the point: a thumb's precision is not worth more, mm and degrees. */
const STEP = { stanceMm: 10, toeOutDeg: 1 } as const;
const CONTOURS = [
  { chance: 0.5, words: 'even', labelAt: 0.12 },
  { chance: 0.9, words: '9 in 10', labelAt: 0.5 },
] as const;
/** Samples across one cell of the map: between the cells the chance is drawn, not stepped. */
const FINER = 4;
/** Washes laid over each other, one at each of these chances, until the likeliest is as dark as it gets. */
const WASHES = Array.from({ length: 10 }, (_, i) => 0.05 + 0.1 * i);
const WASH_OPACITY = 0.092;

const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));

/**
 * Chance of a clean rep over stance and foot angle: darker is likelier, with lines at even and at nine in ten. The point is dragged with a
 * thumb or moved with the arrow keys; shapes, not colours, tell the marks apart.
 */
export function ChanceField({
  map,
  school,
  habit,
  inUse,
  point,
  height,
  onDrag,
  onPlace,
}: {
  map: ChanceMap;
  /** The school's ranges, mm and degrees. */
  school: { stanceMm: { least: number; most: number }; toeOutDeg: { least: number; most: number } };
  habit: FieldPoint;
  /** Where the setup in use is; null where it is not on this map or under the point. */
  inUse: FieldPoint | null;
  point: FieldPoint;
  height: number;
  onDrag: (point: FieldPoint) => void;
  onPlace: (point: FieldPoint) => void;
}) {
  const { colors } = useLook();
  const [width, setWidth] = useState(340);
  const latest = useRef(point);
  const { stancesMm, toesDeg, chance, best } = map;
  const [firstStance, firstToe] = [stancesMm[0] ?? 0, toesDeg[0] ?? 0];
  const stanceStep = (stancesMm[1] ?? firstStance + 20) - firstStance;
  const toeStep = (toesDeg[1] ?? firstToe + 5) - firstToe;
  const cell = {
    w: (width - EDGE.left - EDGE.right) / stancesMm.length,
    h: (height - EDGE.top - EDGE.bottom) / toesDeg.length,
  };
  const bottom = height - EDGE.bottom;
  const X = (mm: number) => EDGE.left + ((mm - firstStance) / stanceStep + 0.5) * cell.w;
  const Y = (deg: number) => bottom - ((deg - firstToe) / toeStep + 0.5) * cell.h;
  const { washes, lines } = useMemo(() => {
    const fine = finerGrid(chance, stancesMm.length, FINER);
    const at = (thresholds: number[]) =>
      contours().size([fine.columns, fine.rows]).thresholds(thresholds)(fine.values);
    return { washes: at(WASHES), lines: at(CONTOURS.map((c) => c.chance)) };
  }, [stancesMm.length, chance]);
  /** Contours come in samples from the lower left corner. */
  const pixelOf = ([x = 0, y = 0]: readonly number[]) => ({
    x: EDGE.left + (x / FINER) * cell.w,
    y: bottom - (y / FINER) * cell.h,
  });
  const pathOf = (line: (typeof lines)[number]): string =>
    line.coordinates
      .flatMap((polygon) =>
        polygon.map(
          (ring) =>
            `M${ring
              .map(pixelOf)
              .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
              .join('L')}Z`,
        ),
      )
      .join('');
  /** Where a line is labelled: each at a height of its own, so that no two meet, and not on the edge of the map; null where it is not there. */
  const labelOf = (line: (typeof lines)[number], part: number) => {
    const wanted = EDGE.top + part * (bottom - EDGE.top);
    const inside = line.coordinates
      .flat(2)
      .map(pixelOf)
      .filter(
        ({ x, y }) =>
          x > EDGE.left + 24 && x < width - EDGE.right - 28 && y > EDGE.top + 16 && y < bottom - 8,
      );
    return [...inside].sort((a, b) => Math.abs(a.y - wanted) - Math.abs(b.y - wanted))[0] ?? null;
  };
  const range = {
    stance: [firstStance, stancesMm.at(-1) ?? firstStance] as const,
    toe: [firstToe, toesDeg.at(-1) ?? firstToe] as const,
  };
  const within = (p: FieldPoint): FieldPoint => ({
    stanceWidthMm: clamp(
      Math.round(p.stanceWidthMm / STEP.stanceMm) * STEP.stanceMm,
      range.stance[0],
      range.stance[1],
    ),
    toeOutDeg: clamp(
      Math.round(p.toeOutDeg / STEP.toeOutDeg) * STEP.toeOutDeg,
      range.toe[0],
      range.toe[1],
    ),
  });
  const at = (e: GestureResponderEvent): FieldPoint =>
    within({
      stanceWidthMm:
        firstStance + ((e.nativeEvent.locationX - EDGE.left) / cell.w - 0.5) * stanceStep,
      toeOutDeg: firstToe + ((bottom - e.nativeEvent.locationY) / cell.h - 0.5) * toeStep,
    });
  const drag = (e: GestureResponderEvent) => {
    latest.current = at(e);
    onDrag(latest.current);
  };
  const byKey = (event: { key: string; preventDefault: () => void }) => {
    const [dx, dy] = (
      {
        ArrowRight: [1, 0],
        ArrowLeft: [-1, 0],
        ArrowUp: [0, 1],
        ArrowDown: [0, -1],
        PageUp: [0, 5],
        PageDown: [0, -5],
        End: [5, 0],
        Home: [-5, 0],
      } as Record<string, [number, number]>
    )[event.key] ?? [0, 0];
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    onPlace(
      within({
        stanceWidthMm: point.stanceWidthMm + dx * STEP.stanceMm,
        toeOutDeg: point.toeOutDeg + dy * STEP.toeOutDeg,
      }),
    );
  };
  const frame = {
    left: X(Math.max(school.stanceMm.least, range.stance[0] - stanceStep / 2)),
    right: X(Math.min(school.stanceMm.most, range.stance[1] + stanceStep / 2)),
    low: Y(Math.max(school.toeOutDeg.least, range.toe[0] - toeStep / 2)),
    high: Y(Math.min(school.toeOutDeg.most, range.toe[1] + toeStep / 2)),
  };
  const isInSight = (p: FieldPoint) =>
    p.stanceWidthMm >= range.stance[0] && p.stanceWidthMm <= range.stance[1];
  const text = { fontFamily: font.regular, fontSize: 12, fill: colors.inkSoft };
  return (
    <View
      role="slider"
      tabIndex={0}
      aria-label="Stance width and toe-out"
      aria-valuemin={range.stance[0]}
      aria-valuemax={range.stance[1]}
      aria-valuenow={point.stanceWidthMm}
      aria-valuetext={sayPoint(map, point)}
      testID="chance-field"
      onLayout={(e) => setWidth(Math.max(220, e.nativeEvent.layout.width))}
      onStartShouldSetResponder={() => true}
      onMoveShouldSetResponder={() => true}
      onResponderTerminationRequest={() => false}
      onResponderGrant={drag}
      onResponderMove={drag}
      onResponderRelease={() => onPlace(latest.current)}
      // The page must not scroll away from under a thumb that drags the point.
      style={{ height, cursor: 'pointer', touchAction: 'none' } as object}
      {...{ onKeyDown: byKey }}
    >
      <View aria-hidden style={{ pointerEvents: 'none' }}>
        <Svg width={width} height={height}>
          <Rect
            x={EDGE.left}
            y={EDGE.top}
            width={cell.w * stancesMm.length}
            height={cell.h * toesDeg.length}
            fill={colors.surface}
          />
          {washes.map((wash) => (
            <Path
              key={wash.value}
              d={pathOf(wash)}
              fill={colors.lake}
              fillOpacity={WASH_OPACITY}
              fillRule="evenodd"
            />
          ))}
          {lines.map((line, i) => {
            const label = labelOf(line, CONTOURS[i]!.labelAt);
            return (
              <G key={line.value}>
                <Path
                  d={pathOf(line)}
                  fill="none"
                  stroke={colors.ink}
                  strokeWidth={i === 0 ? 1.2 : 2}
                  strokeDasharray={i === 0 ? '4 4' : undefined}
                />
                {label && (
                  <>
                    <SvgText
                      x={label.x}
                      y={label.y - 4}
                      textAnchor="middle"
                      {...text}
                      stroke={colors.paper}
                      strokeWidth={3}
                    >
                      {CONTOURS[i]!.words}
                    </SvgText>
                    <SvgText
                      x={label.x}
                      y={label.y - 4}
                      textAnchor="middle"
                      {...text}
                      fill={colors.ink}
                    >
                      {CONTOURS[i]!.words}
                    </SvgText>
                  </>
                )}
              </G>
            );
          })}
          <Rect
            x={frame.left}
            y={frame.high}
            width={Math.max(0, frame.right - frame.left)}
            height={Math.max(0, frame.low - frame.high)}
            fill="none"
            stroke={colors.brass}
            strokeWidth={2}
          />
          {frame.right - frame.left > 90 && (
            <SvgText x={frame.left + 4} y={frame.low - 5} {...text} fill={colors.ink}>
              method’s range
            </SvgText>
          )}
          {stancesMm
            .filter((mm) => mm % 100 === 0)
            .map((mm) => (
              <G key={mm}>
                <Line x1={X(mm)} x2={X(mm)} y1={bottom} y2={bottom + 4} stroke={colors.inkSoft} />
                <SvgText x={X(mm)} y={bottom + 16} textAnchor="middle" {...text}>
                  {lengthNumber(mm)}
                </SvgText>
              </G>
            ))}
          <SvgText x={EDGE.left} y={height - 4} {...text}>
            {`stance, ${shownAs('length').unit}`}
          </SvgText>
          <SvgText x={2} y={EDGE.top - 6} {...text}>
            toe-out
          </SvgText>
          {toesDeg
            .filter((deg) => deg % 10 === 0)
            .map((deg) => (
              <SvgText key={deg} x={EDGE.left - 6} y={Y(deg) + 4} textAnchor="end" {...text}>
                {`${deg}°`}
              </SvgText>
            ))}
          {isInSight(habit) && (
            <Polygon
              points={`${X(habit.stanceWidthMm)},${Y(habit.toeOutDeg) - 14} ${X(habit.stanceWidthMm) + 14},${Y(habit.toeOutDeg)} ${X(habit.stanceWidthMm)},${Y(habit.toeOutDeg) + 14} ${X(habit.stanceWidthMm) - 14},${Y(habit.toeOutDeg)}`}
              fill={colors.paper}
              stroke={colors.heather}
              strokeWidth={2.5}
            />
          )}
          {inUse && isInSight(inUse) && (
            <Circle
              cx={X(inUse.stanceWidthMm)}
              cy={Y(inUse.toeOutDeg)}
              r={8}
              fill={colors.paper}
              stroke={colors.heather}
              strokeWidth={2}
              strokeDasharray="3 3"
            />
          )}
          {best && (
            <G>
              <Circle
                cx={X(best.stanceWidthMm)}
                cy={Y(best.toeOutDeg)}
                r={11}
                fill="none"
                stroke={colors.paper}
                strokeWidth={6}
              />
              <Circle
                cx={X(best.stanceWidthMm)}
                cy={Y(best.toeOutDeg)}
                r={11}
                fill="none"
                stroke={colors.ink}
                strokeWidth={2.5}
              />
            </G>
          )}
          <Line
            x1={X(point.stanceWidthMm)}
            x2={X(point.stanceWidthMm)}
            y1={EDGE.top}
            y2={bottom}
            stroke={colors.brass}
            strokeWidth={1}
          />
          <Line
            x1={EDGE.left}
            x2={width - EDGE.right}
            y1={Y(point.toeOutDeg)}
            y2={Y(point.toeOutDeg)}
            stroke={colors.brass}
            strokeWidth={1}
          />
          <Circle
            cx={X(point.stanceWidthMm)}
            cy={Y(point.toeOutDeg)}
            r={8}
            fill={colors.ink}
            stroke={colors.paper}
            strokeWidth={2.5}
          />
        </Svg>
      </View>
    </View>
  );
}
