import { useMemo } from 'react';
import { PanResponder, View } from 'react-native';
import {
  FAULTS,
  NAMED_DEPTHS_DEG,
  PHASES,
  SIDES,
  type FaultId,
  type Phase,
  type Severity,
} from '@zither/core';
import { NO_MARK, sideAfter, wayAfter, type Mark } from '@zither/visit';
import { Button } from '../../ui/elements.ts';
import { radio, RADIO_GROUP } from '../../ui/radioKeys.ts';
import { Say } from '../../ui/Say.tsx';
import { font, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayDepth } from '@zither/words/instrument';
import { PHASE_NAMES } from '@zither/words/watch';

const PHASE_SHORT: Record<Phase, string> = { descent: 'down', bottom: 'bottom', ascent: 'up' };

const LEVELS = [null, 'slight', 'clear'] as const;
/** So far a thumb moves for one step of severity. */
const SWIPE_PX = 48;

/** One of a row of small choices; pressing it again clears it. */
function Chip({
  label,
  spoken,
  isOn,
  onPress,
}: {
  label: string;
  spoken: string;
  isOn: boolean;
  onPress: () => void;
}) {
  const { colors } = useLook();
  return (
    <Button
      type="outline"
      title={label}
      accessibilityLabel={spoken}
      aria-pressed={isOn}
      onPress={onPress}
      buttonStyle={{
        minHeight: TARGET_PX,
        minWidth: TARGET_PX,
        paddingHorizontal: space.s,
        backgroundColor: isOn ? colors.ink : colors.surface,
        borderColor: isOn ? colors.ink : colors.hairline,
      }}
      titleStyle={{
        fontSize: 15,
        fontFamily: font.semibold,
        color: isOn ? colors.paper : colors.ink,
      }}
    />
  );
}

/**
 * One fault under the thumb: swipe right for more, left for less, or tap the size; then which side, when, and in which reps.
 */
export function FaultRow({
  fault,
  mark,
  reps,
  onChange,
}: {
  fault: FaultId;
  mark: Mark;
  /** Reps that may be told apart; 0 = not asked, and then one side is asked for alone. */
  reps: number;
  onChange: (mark: Mark) => void;
}) {
  const { colors } = useLook();
  const { name, sided } = FAULTS[fault];
  const set = (severity: Severity | null) =>
    onChange(severity === null ? NO_MARK : { ...mark, severity });
  const pan = useMemo(
    () =>
      PanResponder.create({
        onMoveShouldSetPanResponder: (_e, g) =>
          Math.abs(g.dx) > 14 && Math.abs(g.dx) > 1.5 * Math.abs(g.dy),
        onPanResponderRelease: (_e, g) => {
          const steps = Math.trunc(g.dx / SWIPE_PX) || Math.sign(g.dx);
          const to = Math.min(2, Math.max(0, LEVELS.indexOf(mark.severity) + steps));
          const severity = LEVELS[to] ?? null;
          onChange(severity === null ? NO_MARK : { ...mark, severity });
        },
      }),
    [mark, onChange],
  );
  return (
    <View
      {...pan.panHandlers}
      testID={`fault-${fault}`}
      style={{
        gap: space.s,
        paddingVertical: space.s,
        borderBottomWidth: 1,
        borderColor: colors.hairline,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Say strong={mark.severity !== null}>{name}</Say>
        </View>
        <View {...RADIO_GROUP} aria-label={name} style={{ flexDirection: 'row' }}>
          {LEVELS.map((level) => {
            const isOn = level === mark.severity;
            return (
              <Button
                key={level ?? 'none'}
                type="outline"
                title={level ?? '–'}
                {...radio(isOn, level === null, true)}
                accessibilityLabel={level === null ? `–, ${name} not marked` : `${level}, ${name}`}
                onPress={() => set(level)}
                buttonStyle={{
                  minHeight: TARGET_PX,
                  minWidth: level === null ? TARGET_PX : 58,
                  paddingHorizontal: 4,
                  borderRadius: 0,
                  backgroundColor: isOn
                    ? level === 'clear'
                      ? colors.rust
                      : level === 'slight'
                        ? colors.ink
                        : colors.sunken
                    : colors.surface,
                }}
                titleStyle={{
                  fontSize: 15,
                  color: isOn && level !== null ? colors.paper : colors.ink,
                }}
              />
            );
          })}
        </View>
      </View>
      {mark.severity !== null && (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
          {sided &&
            SIDES.map((side) => (
              <Chip
                key={side}
                label={side === 'left' ? 'L' : 'R'}
                spoken={`${side === 'left' ? 'L' : 'R'}, ${side} side`}
                isOn={mark.side === side || mark.side === 'both'}
                onPress={() =>
                  onChange({
                    ...mark,
                    side:
                      reps > 0
                        ? sideAfter(fault, mark.side, side)
                        : mark.side === side
                          ? null
                          : side,
                  })
                }
              />
            ))}
          {sided && reps > 0 && (
            <Chip
              label="L/R"
              spoken="L/R, changes sides from rep to rep"
              isOn={mark.side === 'alternating'}
              onPress={() =>
                onChange({ ...mark, side: mark.side === 'alternating' ? null : 'alternating' })
              }
            />
          )}
          {PHASES.map((phase) => (
            <Chip
              key={phase}
              label={PHASE_SHORT[phase]}
              spoken={`${PHASE_SHORT[phase]}, ${PHASE_NAMES[phase]}`}
              isOn={mark.phase === phase}
              onPress={() => onChange({ ...mark, phase: mark.phase === phase ? null : phase })}
            />
          ))}
          {fault === 'archDrops' &&
            Object.values(NAMED_DEPTHS_DEG).map((deg) => (
              <Chip
                key={`at ${deg}`}
                label={sayDepth(deg)}
                spoken={`Gave way at ${sayDepth(deg)}`}
                isOn={mark.atDepthDeg === deg}
                onPress={() =>
                  onChange({ ...mark, atDepthDeg: mark.atDepthDeg === deg ? null : deg })
                }
              />
            ))}
          {Array.from({ length: reps }, (_, i) => i + 1).map((rep) =>
            mark.side === 'alternating' ? (
              <Chip
                key={rep}
                label={`${rep}${mark.ways[rep] ? (mark.ways[rep] === 'left' ? ' L' : ' R') : ''}`}
                spoken={`${rep}${mark.ways[rep] ? (mark.ways[rep] === 'left' ? ' L' : ' R') : ''}, ${mark.ways[rep] ? `${mark.ways[rep]} in rep ${rep}` : `no side said in rep ${rep}`}`}
                isOn={mark.ways[rep] !== undefined}
                onPress={() => {
                  const { [rep]: was, ...rest } = mark.ways;
                  const way = wayAfter(was);
                  onChange({ ...mark, ways: way ? { ...rest, [rep]: way } : rest });
                }}
              />
            ) : (
              <Chip
                key={rep}
                label={String(rep)}
                spoken={`${rep}, in rep ${rep}`}
                isOn={mark.reps.includes(rep)}
                onPress={() =>
                  onChange({
                    ...mark,
                    reps: mark.reps.includes(rep)
                      ? mark.reps.filter((r) => r !== rep)
                      : [...mark.reps, rep].sort((a, b) => a - b),
                  })
                }
              />
            ),
          )}
        </View>
      )}
    </View>
  );
}
