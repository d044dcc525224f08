import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { DecisionValues, Dossier } from '@zither/contract';
import { DRILL_KIT, IN_EVERY_ROOM, ROUTINE_MINUTES, swapFor, type DrillKit } from '@zither/core';
import type { PlanAnswer } from '@zither/visit';
import { DRILL_KIT_NAMES, sayLess, saySwap, sayTime } from '@zither/words/plan';
import { capital } from '@zither/words/terms';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newId, today, useChanges } from '../data/index.ts';

type Wishes = Omit<
  Extract<DecisionValues, { kind: 'routine' }>,
  'kind' | 'on' | 'at' | 'takenBack'
>;

const CARRIED = DRILL_KIT.filter((k) => !IN_EVERY_ROOM.includes(k));

/** The routine is made to measure: minutes, kit, what stays in, what is swapped and what that costs. */
export function RoutinePart({ dossier, plan }: { dossier: Dossier; plan: PlanAnswer }) {
  const { colors } = useLook();
  const { moment, putDecision } = useChanges();
  const { wishes } = plan.asked;
  const [swapping, setSwapping] = useState<string | null>(null);
  const wish = (change: Partial<Wishes>) => {
    setSwapping(null);
    putDecision(
      dossier.client.id,
      { id: newId(), version: 0 },
      {
        kind: 'routine',
        on: today(),
        at: moment(),
        takenBack: false,
        minutes: wishes.minutes,
        kit: wishes.kit && [...wishes.kit],
        pinned: [...wishes.pinned],
        banned: [...wishes.banned],
        ...change,
      },
    );
  };
  if (plan.drills.length === 0) return null;
  const atHand: readonly DrillKit[] = wishes.kit ?? CARRIED;
  const nameOf = (id: string) => plan.asked.drills.find((d) => d.id === id)?.name ?? id;
  return (
    <Part title="Make the routine fit">
      <Choice
        label="Minutes"
        options={ROUTINE_MINUTES.map((m) => ({ value: String(m), label: String(m) }))}
        value={String(wishes.minutes)}
        onChange={(m) => wish({ minutes: Number(m) })}
      />
      <Ticks
        label="At hand"
        options={CARRIED.map((k) => ({ value: k, label: capital(DRILL_KIT_NAMES[k]) }))}
        values={atHand}
        onChange={(k, isOn) => wish({ kit: isOn ? [...atHand, k] : atHand.filter((a) => a !== k) })}
      />
      {plan.drills.length > 0 && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button
            title="Go through it now"
            onPress={() => router.navigate(`/clients/${dossier.client.id}/run`)}
          />
        </View>
      )}
      <Say small soft>{`${sayTime(plan.seconds)} of the ${wishes.minutes} are used.`}</Say>
      {plan.drills.map(({ drill }) => {
        const isPinned = wishes.pinned.includes(drill.id);
        return (
          <View
            key={drill.id}
            style={{ gap: space.xs, borderTopWidth: 1, borderColor: colors.hairline }}
          >
            <View
              style={{
                flexDirection: 'row',
                flexWrap: 'wrap',
                alignItems: 'center',
                gap: space.s,
                paddingTop: space.xs,
              }}
            >
              <View style={{ flexGrow: 1, flexShrink: 1, minWidth: 240 }}>
                <Say strong>{drill.name}</Say>
                <Say small soft>
                  {drill.feel}
                </Say>
              </View>
              {/* Together, so that a narrow screen does not part them. */}
              <View style={{ flexDirection: 'row' }}>
                <Button
                  type="clear"
                  title={isPinned ? 'Kept in' : 'Keep in'}
                  accessibilityLabel={`${isPinned ? 'Kept in, let it go' : 'Keep in'}: ${drill.name}`}
                  onPress={() =>
                    wish({
                      pinned: isPinned
                        ? wishes.pinned.filter((p) => p !== drill.id)
                        : [...wishes.pinned, drill.id],
                    })
                  }
                />
                <Button
                  type="clear"
                  title="Swap"
                  accessibilityLabel={`Swap: ${drill.name}`}
                  onPress={() => setSwapping(swapping === drill.id ? null : drill.id)}
                />
              </View>
            </View>
            {swapping === drill.id && (
              <SwapNotice
                plan={plan}
                id={drill.id}
                onTake={() =>
                  wish({
                    banned: [...wishes.banned, drill.id],
                    pinned: wishes.pinned.filter((p) => p !== drill.id),
                  })
                }
                onLeave={() => setSwapping(null)}
              />
            )}
          </View>
        );
      })}
      {plan.asked.hurt.map((id) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
          <View style={{ flex: 1 }}>
            <Say>{`${nameOf(id)}: hurt at home`}</Say>
          </View>
          <Button
            type="clear"
            title="Keep in again"
            accessibilityLabel={`Keep in again: ${nameOf(id)}`}
            onPress={() => wish({ pinned: [...new Set([...wishes.pinned, id])] })}
          />
        </View>
      ))}
      {wishes.banned.length > 0 && (
        <Fold title="Taken out" note={`${wishes.banned.length} by the coach`}>
          {wishes.banned.map((id) => (
            <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
              <View style={{ flex: 1 }}>
                <Say>{nameOf(id)}</Say>
              </View>
              <Button
                type="clear"
                title="Allow again"
                accessibilityLabel={`Allow again: ${nameOf(id)}`}
                onPress={() => wish({ banned: wishes.banned.filter((b) => b !== id) })}
              />
            </View>
          ))}
        </Fold>
      )}
    </Part>
  );
}

/** What would come instead of a drill, and what it costs. */
function SwapNotice({
  plan,
  id,
  onTake,
  onLeave,
}: {
  plan: PlanAnswer;
  id: string;
  onTake: () => void;
  onLeave: () => void;
}) {
  const { instead, less } = swapFor(plan.asked, id);
  return (
    <Notice
      actions={[
        { label: instead.length > 0 ? 'Swap it' : 'Take it out', onPress: onTake },
        { label: 'Leave it', onPress: onLeave },
      ]}
    >
      {`${saySwap(instead)} ${sayLess(less)}`}
    </Notice>
  );
}
