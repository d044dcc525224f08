import { line as curve, curveCatmullRomClosed } from 'd3-shape';
import { View } from 'react-native';
import Svg, { G, Line, Path, Polygon, Text as SvgText } from 'react-native-svg';
import {
  BALANCED,
  FOOT_OUTLINE,
  footTilt,
  onFloor,
  resolveBody,
  SIDES,
  supportCorners,
  type Case,
  type Setup,
  type Side,
} from '@zither/core';
import { font } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayLength } from '@zither/words/units';
import { sayNumber } from '@zither/words/numbers';
import { sayFloorPlan } from '@zither/words/figures';

/** Where the knee may point against the foot's axis, degrees, positive outward: the balanced school's (house default). */
const TRACK_BAND = BALANCED.kneeBandDeg;

/** Both feet from above to scale, client facing up the page, client's left on the left. */
export function FloorPlan({
  question,
  ghost = null,
  band = TRACK_BAND,
  width,
  height,
}: {
  question: Case;
  /** Another setup of the same client, drawn as dashed outlines. */
  ghost?: Case | null;
  /** Where the school lets the knee point. */
  band?: { least: number; most: number };
  width: number;
  height: number;
}) {
  const { colors } = useLook();
  const body = resolveBody(question.body);
  const foot = body.lengthsMm.foot;
  const { stanceWidthMm } = question.setup;
  const widest = Math.max(stanceWidthMm, ghost?.setup.stanceWidthMm ?? 0);
  const across = widest + 2 * foot * 0.55;
  const scale = Math.min((width - 96) / across, (height - 76) / (foot * 1.5));
  const X = (yMm: number) => width / 2 - yMm * scale;
  const Y = (xMm: number) => height - 48 - xMm * scale;
  const dimensionY = height - 22;
  return (
    <View role="img" aria-label={sayFloorPlan(question.setup)} style={{ width, height }}>
      <Svg width={width} height={height}>
        <Line
          x1={X(0)}
          x2={X(0)}
          y1={8}
          y2={height - 34}
          stroke={colors.hairline}
          strokeDasharray="6 5"
        />
        {ghost &&
          SIDES.map((side) => (
            <Path
              key={`ghost ${side}`}
              d={outlineOf(ghost.setup, side, foot, X, Y)}
              fill="none"
              stroke={colors.heather}
              strokeWidth={1.5}
              strokeDasharray="5 4"
            />
          ))}
        {SIDES.map((side) => (
          <FootFromAbove
            key={side}
            side={side}
            question={question}
            band={band}
            footMm={foot}
            X={X}
            Y={Y}
            scale={scale}
            width={width}
          />
        ))}
        <Line
          x1={X(stanceWidthMm / 2)}
          x2={X(-stanceWidthMm / 2)}
          y1={dimensionY}
          y2={dimensionY}
          stroke={colors.ink}
          strokeWidth={1.5}
        />
        {[1, -1].map((s) => (
          <Line
            key={s}
            x1={X((s * stanceWidthMm) / 2)}
            x2={X((s * stanceWidthMm) / 2)}
            y1={Y(0)}
            y2={dimensionY + 5}
            stroke={colors.inkSoft}
            strokeWidth={1}
          />
        ))}
        <SvgText
          x={X(0)}
          y={dimensionY + 17}
          fontSize={14}
          fontFamily={font.semibold}
          fill={colors.ink}
          textAnchor="middle"
        >
          {`${sayLength(stanceWidthMm, 1)} between heels`}
        </SvgText>
      </Svg>
    </View>
  );
}

type OnPage = (mm: number) => number;

/** Places a point along and beside one foot's axis on the page. */
const placerOf =
  (setup: Setup, side: Side, X: OnPage, Y: OnPage) =>
  (along: number, aside: number): [number, number] => {
    const { leftMm, aheadMm } = onFloor(setup, side, along, aside);
    return [X(leftMm), Y(aheadMm)];
  };

/** The outline of one foot as a path. */
function outlineOf(setup: Setup, side: Side, footMm: number, X: OnPage, Y: OnPage): string {
  const place = placerOf(setup, side, X, Y);
  return (
    curve().curve(curveCatmullRomClosed.alpha(0.5))(
      FOOT_OUTLINE.map(([a, b]) => place(a * footMm, b * footMm)),
    ) ?? ''
  );
}

function FootFromAbove({
  side,
  question,
  band,
  footMm,
  X,
  Y,
  scale,
  width,
}: {
  side: Side;
  question: Case;
  band: { least: number; most: number };
  footMm: number;
  X: (mm: number) => number;
  Y: (mm: number) => number;
  scale: number;
  width: number;
}) {
  const { colors } = useLook();
  const { setup } = question;
  const sign = side === 'left' ? 1 : -1;
  const toeOut = setup.toeOutDeg[side];
  const heelY = (sign * setup.stanceWidthMm) / 2;
  const place = placerOf(setup, side, X, Y);
  const track = toeOut + setup.trackingOffsetDeg;
  const ray = (deg: number, length: number): [number, number] => {
    const r = (deg * Math.PI) / 180;
    const [ax, ay] = place(0.25 * footMm, 0);
    return [ax - sign * length * scale * Math.sin(r), ay - length * scale * Math.cos(r)];
  };
  const ankle = place(0.25 * footMm, 0);
  const tilt = footTilt(resolveBody(question.body), setup.support, toeOut);
  const label = place(footMm * 1.16, 0);
  return (
    <G>
      <Polygon
        points={[
          ankle,
          ray(toeOut + band.least, footMm * 1.1),
          ray(toeOut + band.most, footMm * 1.1),
        ]
          .map((p) => p.join(','))
          .join(' ')}
        fill={colors.lakeWash}
      />
      <SupportUnder
        question={question}
        side={side}
        footMm={footMm}
        place={place}
        heelY={heelY}
        X={X}
        Y={Y}
      />
      <Path
        d={outlineOf(setup, side, footMm, X, Y)}
        fill={colors.surface}
        fillOpacity={0.75}
        stroke={colors.ink}
        strokeWidth={2}
      />
      <Line
        x1={ankle[0]}
        y1={ankle[1]}
        x2={ray(track, footMm * 1.05)[0]}
        y2={ray(track, footMm * 1.05)[1]}
        stroke={colors.brass}
        strokeWidth={2.5}
      />
      <SvgText
        x={Math.min(width - 44, Math.max(44, label[0] - sign * 20))}
        y={Math.max(14, label[1])}
        fontSize={15}
        fontFamily={font.semibold}
        fill={colors.ink}
        textAnchor={side === 'left' ? 'end' : 'start'}
      >
        {`${side === 'left' ? 'L' : 'R'} ${sayNumber(toeOut)}°`}
      </SvgText>
      {Math.abs(tilt.rollDeg) > 0.5 && (
        <SvgText
          x={place(footMm * 0.5, 0.42 * footMm)[0]}
          y={place(footMm * 0.1, 0.42 * footMm)[1]}
          fontSize={13}
          fontFamily={font.semibold}
          fill={colors.rust}
          textAnchor="middle"
        >
          {`tips in ${sayNumber(tilt.rollDeg, 1)}°`}
        </SvgText>
      )}
    </G>
  );
}

/** Wedge or block under one foot, with an arrow down its slope. */
function SupportUnder({
  question,
  side,
  footMm,
  place,
  heelY,
  X,
  Y,
}: {
  question: Case;
  side: Side;
  footMm: number;
  place: (along: number, aside: number) => [number, number];
  heelY: number;
  X: (mm: number) => number;
  Y: (mm: number) => number;
}) {
  const { colors } = useLook();
  const { support } = question.setup;
  if (support.kind === 'floor') return null;
  const half = 0.24 * footMm;
  const straight = support.kind === 'ramp' && support.azimuth === 'straight';
  const at = straight
    ? (along: number, aside: number): [number, number] => [X(heelY + aside), Y(along)]
    : place;
  const corners = supportCorners(question.setup, side, footMm).map(
    ({ leftMm, aheadMm }): [number, number] => [X(leftMm), Y(aheadMm)],
  );
  const from = at(support.kind === 'block' ? 0 : footMm * 0.1, half * 0.8);
  const to = at(support.kind === 'block' ? 0.26 * footMm : footMm * 0.8, half * 0.8);
  return (
    <G>
      <Polygon
        points={corners.map((p) => p.join(',')).join(' ')}
        fill={colors.sunken}
        stroke={colors.inkSoft}
        strokeWidth={1}
      />
      <Line
        x1={from[0]}
        y1={from[1]}
        x2={to[0]}
        y2={to[1]}
        stroke={colors.inkSoft}
        strokeWidth={1.5}
      />
    </G>
  );
}
