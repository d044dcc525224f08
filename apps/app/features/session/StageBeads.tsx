import { Link, type Href } from 'expo-router';
import { sayStage } from '@zither/words/stages';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import Svg, { Circle, Line, Path } from 'react-native-svg';
import type { Stage } from '@zither/contract';
import { Say } from '../../ui/Say.tsx';
import { font, space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { STAGES } from './stages.ts';
import type { StageState, StageView } from '@zither/visit';

const SAY: Record<StageState, string> = {
  done: 'done',
  partial: 'partly done',
  attention: 'needs attention',
  held: 'on hold',
  open: 'open',
};

/** A bead: solid = done, half = partial, open diamond = needs attention, bar = held, open ring = nothing yet. Shape first, colour second. */
export function StageBead({ state, size = 18 }: { state: StageState; size?: number }) {
  const { colors } = useLook();
  const m = size / 2;
  const r = m - 3;
  return (
    <Svg width={size} height={size}>
      {state === 'attention' ? (
        <Path
          d={`M ${m} 1.5 L ${size - 1.5} ${m} L ${m} ${size - 1.5} L 1.5 ${m} Z`}
          fill={colors.paper}
          stroke={colors.rust}
          strokeWidth={2.5}
        />
      ) : (
        <Circle
          cx={m}
          cy={m}
          r={r}
          fill={state === 'done' ? colors.ink : colors.paper}
          stroke={state === 'held' ? colors.rust : colors.ink}
          strokeWidth={2}
        />
      )}
      {state === 'partial' && (
        <Path d={`M ${m} ${m - r} A ${r} ${r} 0 0 0 ${m} ${m + r} Z`} fill={colors.ink} />
      )}
      {state === 'held' && (
        <Line x1={m - 4} x2={m + 4} y1={m} y2={m} stroke={colors.rust} strokeWidth={2.5} />
      )}
    </Svg>
  );
}

interface BeadsProps {
  clientId: string;
  views: Record<Stage, StageView>;
  /** The stage on the page; null on the client's own page. */
  here: Stage | null;
}

interface BeadProps {
  href: Href;
  name: string;
  state: StageState;
  /** The reason for its state. */
  note: string;
  isHere: boolean;
}

/** What each bead says: plain values, so that a step of the visit draws two of them anew and not seven. */
const beadsOf = ({ clientId, views, here }: BeadsProps): (BeadProps & { key: Stage })[] =>
  STAGES.map(({ id, name, path }) => ({
    key: id,
    href: `/clients/${clientId}/${path}`,
    name,
    state: views[id].state,
    note: sayStage(views[id].note),
    isHere: here === id,
  }));

const StripBead = memo(function StripBead({ href, name, state, note, isHere }: BeadProps) {
  const { colors } = useLook();
  return (
    <Link href={href} asChild>
      <Pressable
        role="link"
        aria-current={isHere ? 'page' : undefined}
        aria-label={`${name}: ${SAY[state]}, ${note}`}
        style={{
          flex: 1,
          minHeight: 48,
          alignItems: 'center',
          paddingTop: 6,
          borderBottomWidth: 3,
          borderColor: isHere ? colors.brass : 'transparent',
        }}
      >
        <StageBead state={state} />
        <Say
          style={{
            fontSize: 13,
            lineHeight: 18,
            fontFamily: isHere ? font.semibold : font.regular,
            color: isHere ? colors.ink : colors.inkSoft,
          }}
        >
          {name}
        </Say>
      </Pressable>
    </Link>
  );
});

/** Seven beads on a string across the top of the phone. */
export function StageStrip(beads: BeadsProps) {
  const { colors } = useLook();
  return (
    <View
      role="navigation"
      aria-label="Stages of the visit"
      style={{
        flexDirection: 'row',
        backgroundColor: colors.surface,
        borderBottomWidth: 1,
        borderColor: colors.hairline,
      }}
    >
      <View
        aria-hidden
        style={{
          position: 'absolute',
          left: 0,
          right: 0,
          top: 15,
          height: 1,
          backgroundColor: colors.inkSoft,
        }}
      />
      {beadsOf(beads).map(({ key, ...bead }) => (
        <StripBead key={key} {...bead} />
      ))}
    </View>
  );
}

const RailBead = memo(function RailBead({ href, name, state, note, isHere }: BeadProps) {
  const { colors } = useLook();
  return (
    <Link href={href} asChild>
      <Pressable
        role="link"
        aria-current={isHere ? 'page' : undefined}
        style={{
          minHeight: 60,
          // Written first and drawn second: what is read aloud starts with the stage, the bead hangs on the line at the left.
          flexDirection: 'row-reverse',
          justifyContent: 'flex-end',
          alignItems: 'center',
          gap: space.s,
          paddingLeft: 19,
          paddingRight: space.s,
          backgroundColor: isHere ? colors.sunken : 'transparent',
        }}
      >
        <View style={{ flex: 1 }}>
          <Say style={{ fontFamily: isHere ? font.semibold : font.regular }}>{name}</Say>
          <Say small soft>
            {note}
          </Say>
        </View>
        <View role="img" aria-label={SAY[state]}>
          <StageBead state={state} />
        </View>
      </Pressable>
    </Link>
  );
});

/** The same beads on the plumb line at the left of a wide page, each with the reason for its state. */
export function StageRail(beads: BeadsProps) {
  const { colors } = useLook();
  return (
    <View
      role="navigation"
      aria-label="Stages of the visit"
      style={{
        width: 164,
        borderRightWidth: 1,
        borderColor: colors.hairline,
        backgroundColor: colors.surface,
        paddingTop: space.l,
      }}
    >
      <View
        aria-hidden
        style={{
          position: 'absolute',
          left: 27,
          top: 0,
          bottom: 0,
          width: 2,
          backgroundColor: colors.brass,
        }}
      />
      {beadsOf(beads).map(({ key, ...bead }) => (
        <RailBead key={key} {...bead} />
      ))}
    </View>
  );
}
