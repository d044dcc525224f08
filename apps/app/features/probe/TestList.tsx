import { View } from 'react-native';
import {
  NEED_NAMES,
  TEST_IDS,
  testBar,
  testKey,
  TESTS,
  type Circumstances,
  type Need,
} from '@zither/core';
import { Button, ListItem } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { useLook } from '../../ui/useLook.ts';
import type { Opinion } from '@zither/visit';
import { tellsWord } from './TestCard.tsx';
import { sayTest, sayNotDone } from '@zither/words/probe';

/** Every other test that could be done, and those that may not, each with the reason. */
export function TestList({
  opinion,
  circumstances,
  current,
  canPutBack,
  onPick,
  onHere,
}: {
  opinion: Opinion;
  circumstances: Circumstances;
  current: string | null;
  /** Needs that were said to be missing on this device, and so can be said to be here again. */
  canPutBack: readonly Need[];
  onPick: (key: string) => void;
  onHere: (need: Need) => void;
}) {
  const { colors } = useLook();
  const others = opinion.tests.filter(({ next }) => testKey(next.test, next.side) !== current);
  const barred = TEST_IDS.flatMap((id) => {
    const bar = testBar(id, circumstances);
    return bar ? [{ id, bar }] : [];
  });
  if (others.length + barred.length === 0) return null;
  return (
    <Fold title="Other tests" note={`${others.length} possible · ${barred.length} not here`}>
      <View>
        {others.map(({ next, isWorth }) => (
          <ListItem
            key={testKey(next.test, next.side)}
            role="button"
            onPress={() => onPick(testKey(next.test, next.side))}
            containerStyle={{
              paddingHorizontal: 0,
              minHeight: 52,
              borderTopWidth: 1,
              borderColor: colors.hairline,
            }}
          >
            <ListItem.Content>
              <ListItem.Title>{sayTest(next.test, next.side)}</ListItem.Title>
              <ListItem.Subtitle>
                {`${next.minutes} min · ${isWorth ? tellsWord(next.bits, next.minutes) : 'would not change the plan'}`}
              </ListItem.Subtitle>
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
