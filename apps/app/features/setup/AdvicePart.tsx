import type { ReactNode } from 'react';
import { View } from 'react-native';
import type { LoopStop } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { ChanceBar } from './ChanceBar.tsx';
import { sayChance } from '@zither/words/chance';
import { sayFound } from '@zither/words/setup';
import type { LoopAnswer } from '@zither/visit';
import type { Placed } from './TryParts.tsx';
import { STOP_WORDS } from '@zither/words/trials';

/** The setup that stands to be tried, how likely it goes clean, and why it is this one; or why to stop, with the way out. */
export function AdvicePart({
  title,
  isWorking,
  stop,
  placed,
  chance,
  says,
  reasons,
  onBack,
  onSchools,
  onMap,
  children,
}: {
  title: string;
  isWorking: boolean;
  stop: LoopStop | null;
  placed: Placed | null;
  chance: number | null;
  /** Why this one; null = the coach's own choice, of which only the chance is said. */
  says: string | null;
  reasons: readonly string[];
  /** Back to what is advised; null where that is what stands here. */
  onBack: (() => void) | null;
  onSchools: () => void;
  onMap: () => void;
  children: ReactNode;
}) {
  const [first, ...more] = reasons;
  return (
    <Part title={title}>
      {isWorking && <Say soft>Working out what to try …</Say>}
      {stop && (
        <Notice
          tone={stop === 'pain' ? 'now' : 'before'}
          actions={
            stop === 'pain'
              ? []
              : [
                  { label: 'What each method would do', onPress: onSchools },
                  { label: 'Map of chances', onPress: onMap },
                ]
          }
        >
          {STOP_WORDS[stop]}
        </Notice>
      )}
      {placed && (
        <View testID="trial" style={{ gap: space.s }}>
          <Say strong number>
            {sayFound(placed)}
          </Say>
          {chance !== null && <ChanceBar chance={chance} />}
          {says !== null && <Say>{says}</Say>}
          {says === null && chance !== null && (
            <Say>{`Gets down in about ${sayChance(chance)}.`}</Say>
          )}
          {onBack && (
            <View style={{ alignItems: 'flex-start' }}>
              <Button type="clear" title="Back to what is advised" onPress={onBack} />
            </View>
          )}
        </View>
      )}
      {first !== undefined && more.length === 0 && (
        <Say small number>
          {first}
        </Say>
      )}
      {first !== undefined && more.length > 0 && (
        <Fold title="Why" note={first}>
          {more.map((line) => (
            <Say key={line} small number>
              {line}
            </Say>
          ))}
        </Fold>
      )}
      {children}
    </Part>
  );
}

/** What else may be tried: the next best of another kind, the setup in use, a point of the map. */
export function OtherSetups({
  others,
  inUse,
  chanceInUse,
  onPick,
  onMap,
}: {
  others: LoopAnswer['choice']['proposals'];
  /** null where it is what is advised. */
  inUse: Placed | null;
  chanceInUse: number | null;
  onPick: (placed: Placed) => void;
  onMap: () => void;
}) {
  return (
    <Fold
      title="Something else first"
      note="Another heel lift, load position or depth; the setup in use; a point of the map"
    >
      {others.map((o) => (
        <Choose
          key={sayFound(o)}
          placed={o}
          note={sayChance(o.chance)}
          onPick={() => onPick({ setup: o.setup, targetDepthDeg: o.targetDepthDeg })}
        />
      ))}
      {inUse && (
        <Choose
          placed={inUse}
          note={`in use${chanceInUse === null ? '' : `, ${sayChance(chanceInUse)}`}`}
          onPick={() => onPick(inUse)}
        />
      )}
      <View style={{ alignItems: 'flex-start' }}>
        <Button type="outline" title="Map of chances" onPress={onMap} />
      </View>
    </Fold>
  );
}

/** A setup to try instead, with a word on it. */
function Choose({ placed, note, onPick }: { placed: Placed; note: string; onPick: () => void }) {
  return (
    <View style={{ gap: space.xs }}>
      <Say number>{sayFound(placed)}</Say>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
        <Button
          type="outline"
          title="Try this"
          accessibilityLabel={`Try this: ${sayFound(placed)}`}
          onPress={onPick}
        />
        <Say small soft number>
          {note}
        </Say>
      </View>
    </View>
  );
}

/** Under the thumb: lock it, it hurt, or what the reps showed. */
export function TryFoot({
  isToLock,
  isLocked,
  isMarked,
  onLock,
  onRecord,
}: {
  isToLock: boolean;
  isLocked: boolean;
  /** Something was marked as not clean. */
  isMarked: boolean;
  onLock: () => void;
  onRecord: (pain: boolean) => void;
}) {
  const height = { minHeight: 52 };
  return (
    <View style={{ flex: 1, flexDirection: 'row', gap: space.s }}>
      <Button
        title={isToLock ? 'Lock it' : 'Lock'}
        type={isToLock ? 'solid' : 'outline'}
        disabled={isLocked}
        accessibilityLabel="Lock this setup"
        containerStyle={{ flex: 1 }}
        buttonStyle={height}
        onPress={onLock}
      />
      <Button
        type="outline"
        title="Pain"
        accessibilityLabel="Pain in this trial"
        containerStyle={{ flex: 1 }}
        buttonStyle={height}
        onPress={() => onRecord(true)}
      />
      <Button
        type={isToLock ? 'outline' : 'solid'}
        title={isMarked ? 'Record as marked' : 'All clean'}
        containerStyle={{ flex: 1.5 }}
        buttonStyle={height}
        onPress={() => onRecord(false)}
      />
    </View>
  );
}
