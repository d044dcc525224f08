import { View } from 'react-native';
import { NEED_NAMES, TESTS, type Need } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import type { Opinion } from '@zither/visit';
import { Timer } from './Timer.tsx';
import { outcomesOffered, sayAhead, sayOutcome, sayShare, sayTest } from '@zither/words/probe';
import { sayTrimmed } from '@zither/words/numbers';

const sayMinutes = (m: number) => `${sayTrimmed(m, 2)} min`;

/** How much a test tells a minute, in a word. */
export const tellsWord = (bits: number, minutes: number): string => {
  const rate = bits / minutes;
  return rate >= 0.4
    ? 'tells much'
    : rate >= 0.15
      ? 'tells something'
      : rate >= 0.05
        ? 'tells a little'
        : 'tells hardly anything';
};

/** The short test to do: how, with what care, and what each outcome would change before it is done. */
export function TestCard({
  test,
  isFirst,
  isInList,
  onMissing,
  onSkip,
}: {
  test: Opinion['tests'][number];
  isFirst: boolean;
  /** Whether there is a setup, so that tests are ordered by all they would change; else by what they tell of the causes. */
  isInList: boolean;
  onMissing: (need: Need) => void;
  onSkip: () => void;
}) {
  const { colors } = useLook();
  const { next, ahead } = test;
  const entry = TESTS[next.test];
  const { needs } = entry;
  return (
    <View
      testID="test-card"
      style={{
        gap: space.s,
        padding: space.m,
        borderLeftWidth: 4,
        borderColor: colors.brass,
        backgroundColor: colors.surface,
        borderRadius: 4,
      }}
    >
      <Heading level={2}>{sayTest(next.test, next.side)}</Heading>
      <Say small soft>
        {`${sayMinutes(next.minutes)} · ${isFirst ? (isInList ? 'of the short tests it would change most a minute' : 'tells most a minute now') : tellsWord(next.bits, next.minutes)}`}
      </Say>
      <Say>{entry.how}</Say>
      {entry.precaution !== 'None.' && <Say small strong>{`Care: ${entry.precaution}`}</Say>}
      {entry.timerS !== undefined && <Timer seconds={entry.timerS} what={entry.name} />}
      <View style={{ gap: 2 }}>
        <Say small strong>
          What it would change
        </Say>
        {ahead
          .filter((a) => outcomesOffered(next.test).includes(a.outcome))
          .map((a) => (
            <Say key={a.outcome} small soft={!a.changesPlan}>
              {`${sayOutcome(next.test, a.outcome)}${a.outcome === 'pain' ? '' : ` (${sayShare(a.chance)})`}: ${sayAhead(a)}`}
            </Say>
          ))}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: space.l }}>
        <Button
          type="clear"
          title="Go on without a test"
          buttonStyle={{ paddingHorizontal: 0 }}
          onPress={onSkip}
        />
        {needs && (
          <Button
            type="clear"
            title="Not on hand here"
            accessibilityLabel={`Not on hand here: ${NEED_NAMES[needs].toLowerCase()}`}
            buttonStyle={{ paddingHorizontal: 0 }}
            onPress={() => onMissing(needs)}
          />
        )}
      </View>
    </View>
  );
}
