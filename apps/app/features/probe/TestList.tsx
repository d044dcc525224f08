import { View } from 'react-native';
import {
  NEED_NAMES,
  TEST_IDS,
  testBar,
  testKey,
  TESTS,
  type Circumstances,
  type Need,
  type ToTell,
} from '@zither/core';
import { Button, ListItem } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { useLook } from '../../ui/useLook.ts';
import type { Thought } from '@zither/visit';
import { tellsWord } from './TestCard.tsx';
import { sayNotDone } from '@zither/words/probe';
import { sayTellingTime, sayToTell, sayWouldChange } from '@zither/words/setup';
import { capital } from '@zither/words/terms';

/** What would tell more beside the test to do now: readings, trials and tests in one list, the one that would change most a minute first; and tests that may not be done, each with the reason. */
export function TestList({
  thought: { opinion, tellMore },
  circumstances,
  current,
  canPutBack,
  onPick,
  onTake,
  onHere,
}: {
  thought: Thought;
  circumstances: Circumstances;
  current: string | null;
  /** Needs that were said to be missing on this device, and so can be said to be here again. */
  canPutBack: readonly Need[];
  onPick: (key: string) => void;
  /** A reading or trial was picked: it is taken elsewhere. */
  onTake: (what: ToTell) => void;
  onHere: (need: Need) => void;
}) {
  const { colors } = useLook();
  const keyOf = (t: ToTell) => ('test' in t ? testKey(t.test, t.side) : t.reading);
  const open = opinion.tests.filter(({ next }) => testKey(next.test, next.side) !== current);
  const told = tellMore.filter(
    (t) => 'reading' in t || open.some(({ next }) => keyOf(next) === keyOf(t)),
  );
  const rest = open.filter(({ next }) => !told.some((t) => keyOf(t) === keyOf(next)));
  const barred = TEST_IDS.flatMap((id) => {
    const bar = testBar(id, circumstances);
    return bar ? [{ id, bar }] : [];
  });
  if (open.length + told.length + barred.length === 0) return null;
  return (
    <Fold
      title="What else would tell more"
      note={`${told.length + rest.length} possible · ${barred.length} not here`}
    >
      <View>
        {[
          ...told.map((t) => ({
            what: t as ToTell,
            says: `${sayTellingTime(t)} · ${sayWouldChange(t)}`,
          })),
          ...rest.map(({ next, isWorth }) => ({
            what: next as ToTell,
            says: `${sayTellingTime(next)} · ${isWorth ? tellsWord(next.bits, next.minutes) : 'would not change the plan'}`,
          })),
        ].map(({ what, says }) => (
          <ListItem
            key={keyOf(what)}
            role="button"
            onPress={() => ('test' in what ? onPick(keyOf(what)) : onTake(what))}
            containerStyle={{
              paddingHorizontal: 0,
              minHeight: 52,
              borderTopWidth: 1,
              borderColor: colors.hairline,
            }}
          >
            <ListItem.Content>
              <ListItem.Title>{sayToTell(what)}</ListItem.Title>
              <ListItem.Subtitle>{capital(says)}</ListItem.Subtitle>
            </ListItem.Content>
          </ListItem>
        ))}
      </View>
      {barred.map(({ id, bar }) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center' }}>
          <View style={{ flex: 1 }}>
            <Say soft>{TESTS[id].name}</Say>
            <Say small soft>
              {bar.by === 'screen'
                ? sayNotDone(bar.limit)
                : `Not on hand: ${NEED_NAMES[bar.need].toLowerCase()}.`}
            </Say>
          </View>
          {bar.by === 'kit' && canPutBack.includes(bar.need) && (
            <Button
              type="clear"
              title="It is here"
              accessibilityLabel={`It is here: ${NEED_NAMES[bar.need].toLowerCase()}`}
              onPress={() => onHere(bar.need)}
            />
          )}
        </View>
      ))}
    </Fold>
  );
}
