import { View } from 'react-native';
import { Button, Input } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { space } from '../../ui/theme.ts';
import { sayDay } from '../data/index.ts';

/** Whose an entry of the shelf is, beside its name. */
export const ownNote = (isOwn: boolean, isHouse: boolean): string =>
  isOwn ? (isHouse ? 'changed here' : 'own') : 'house';

/** Change an entry; where it is the practice's own, put it back or take it away. */
export function EntryActions({
  name,
  isOwn,
  isHouse,
  onChange,
  onBack,
}: {
  name: string;
  isOwn: boolean;
  isHouse: boolean;
  onChange: () => void;
  onBack: (why: string) => void;
}) {
  const back = isHouse ? 'Back to the house’s' : 'Take it off the shelf';
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
      <Button title="Change" accessibilityLabel={`Change ${name}`} onPress={onChange} />
      {isOwn && (
        <Button
          type="clear"
          title={back}
          accessibilityLabel={`${back}: ${name}`}
          onPress={() => onBack(isHouse ? 'Back to the house’s.' : 'Taken off the shelf.')}
        />
      )}
    </View>
  );
}

/** One change of an entry: of what, to what, when, by whom and why. */
export interface EntryChange<T> {
  key: string;
  of: string;
  name: string;
  at: string;
  by: string;
  why: string;
  to: T | null;
}

/** Every change of the entries, newest first; each can be undone, which is a change too. `changes` come oldest first. */
export function EntryHistory<T>({
  changes,
  onUndo,
}: {
  changes: readonly EntryChange<T>[];
  onUndo: (of: string, before: T | null, why: string) => void;
}) {
  if (changes.length === 0) return null;
  const before = (i: number): T | null =>
    changes
      .slice(0, i)
      .filter((c) => c.of === changes[i]!.of)
      .at(-1)?.to ?? null;
  return (
    <Fold title="History" note={`${changes.length}`}>
      {changes
        .map((change, i) => (
          <Notice
            key={change.key}
            actions={[
              {
                label: 'As it was before this',
                onPress: () => onUndo(change.of, before(i), `Undoes: ${change.why}`.slice(0, 300)),
              },
            ]}
          >
            {`${sayDay(change.at.slice(0, 10))}, ${change.by || 'nobody named'}: ${change.name}. ${change.why}`}
          </Notice>
        ))
        .reverse()}
    </Fold>
  );
}

/** The end of a form of the shelf: why, what is wrong, and the two ways out. */
export function FormEnd({
  what,
  why,
  onWhy,
  problem,
  onSave,
  onCancel,
}: {
  what: string;
  why: string;
  onWhy: (why: string) => void;
  problem: string | null;
  onSave: () => void;
  onCancel: () => void;
}) {
  return (
    <>
      <Input
        label="Why"
        aria-label="Why"
        value={why}
        onChangeText={onWhy}
        renderErrorMessage={false}
      />
      {problem !== null && <Notice tone="now">{problem}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button title={`Save ${what}`} onPress={onSave} />
        <Button type="outline" title="Leave it" onPress={onCancel} />
      </View>
    </>
  );
}
