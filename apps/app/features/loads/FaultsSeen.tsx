import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { FAULTS, type FaultId, type Side } from '@zither/core';
import { baselinesOf, loadSetsOf, namedIn } from '@zither/visit';
import { sayFault } from '@zither/words/watch';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { font, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { SeenFault } from './setForm.ts';

/** Faults most often seen under a load (common practice, no source), offered where the client has shown none yet. */
const USUAL: readonly { fault: FaultId; side: Side | null }[] = [
  { fault: 'kneesIn', side: 'left' },
  { fault: 'kneesIn', side: 'right' },
  { fault: 'heelsRise', side: null },
  { fault: 'weightForward', side: null },
  { fault: 'hipsRiseEarly', side: null },
  { fault: 'pelvisTuck', side: null },
  { fault: 'chestDrop', side: null },
  { fault: 'sideShift', side: 'left' },
  { fault: 'sideShift', side: 'right' },
  { fault: 'depthShort', side: null },
];

/** Faults to choose from: those this client has shown, then the usual ones. */
function offered(dossier: Dossier): { fault: FaultId; side: Side | null }[] {
  const shown = [
    ...loadSetsOf(dossier).flatMap((s) => s.faults),
    ...baselinesOf(dossier, null).flatMap(namedIn),
  ]
    .filter((f) => f.fault !== 'pain')
    .map(({ fault, side }) => ({ fault: fault as FaultId, side }));
  const all = [...shown, ...USUAL];
  return all.filter((f, i) => all.findIndex((o) => o.fault === f.fault && o.side === f.side) === i);
}

/** Which faults were seen in a set: a tap makes one slight, another clear, a third takes it away; and in which reps. */
export function FaultsSeen({
  dossier,
  faults,
  reps,
  onChange,
}: {
  dossier: Dossier;
  faults: readonly SeenFault[];
  /** Reps of the set. */
  reps: number;
  onChange: (faults: SeenFault[]) => void;
}) {
  const { colors } = useLook();
  const of = (fault: FaultId, side: Side | null) =>
    faults.find((f) => f.fault === fault && f.side === side);
  const tap = (fault: FaultId, side: Side | null) => {
    const now = of(fault, side);
    const others = faults.filter((f) => f !== now);
    if (!now)
      onChange([
        ...others,
        { fault: fault as SeenFault['fault'], side, severity: 'slight', reps: [] },
      ]);
    else if (now.severity === 'slight') onChange([...others, { ...now, severity: 'clear' }]);
    else onChange(others);
  };
  return (
    <View style={{ gap: space.s }}>
      <View
        role="group"
        aria-label="Faults seen"
        style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.xs }}
      >
        {offered(dossier).map(({ fault, side }) => {
          const now = of(fault, side);
          const word = now ? `: ${now.severity}` : '';
          return (
            <Button
              key={`${fault} ${side ?? ''}`}
              type="outline"
              title={`${sayFault(fault, side)}${word}`}
              accessibilityLabel={`${sayFault(fault, side)}: ${now?.severity ?? 'not seen'}`}
              onPress={() => tap(fault, side)}
              buttonStyle={{
                minHeight: TARGET_PX,
                paddingHorizontal: space.s,
                backgroundColor: now?.severity === 'clear' ? colors.rustWash : colors.surface,
                borderColor: now ? colors.rust : colors.hairline,
                borderWidth: now ? 2 : 1,
              }}
              titleStyle={{
                fontSize: 15,
                fontFamily: now ? font.semibold : font.regular,
                color: colors.ink,
              }}
            />
          );
        })}
      </View>
      {faults.map((f) => (
        <Ticks
          key={`${f.fault} ${f.side ?? ''}`}
          label={`${FAULTS[f.fault].name}: in which reps? ${f.reps.length === 0 ? 'All, unless you choose.' : ''}`}
          options={Array.from({ length: Math.min(reps, 12) }, (_, i) => ({
            value: String(i + 1),
            label: String(i + 1),
            spoken: `Rep ${i + 1}`,
          }))}
          values={f.reps.map(String)}
          onChange={(rep, isOn) =>
            onChange(
              faults.map((o) =>
                o === f
                  ? {
                      ...f,
                      reps: isOn
                        ? [...f.reps, Number(rep)].sort((a, b) => a - b)
                        : f.reps.filter((r) => r !== Number(rep)),
                    }
                  : o,
              ),
            )
          }
        />
      ))}
      {faults.length === 0 && (
        <Say small soft>
          Tap what you saw: once for slight, twice for clear.
        </Say>
      )}
    </View>
  );
}
