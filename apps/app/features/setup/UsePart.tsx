import type { Dossier } from '@zither/contract';
import { isSame, type Placed } from '@zither/core';
import {
  READING_AT,
  sayChoice,
  sayFound,
  sayReading,
  sayTelling,
  sayUse,
} from '@zither/words/setup';
import { router } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useTableChanges } from '../data/index.ts';
import { today } from '../shell/today.ts';
import { ChanceBar } from './ChanceBar.tsx';
import { useAnswer } from './useSet.ts';

/** The answer of Set: the setup in use with its chance and where it comes from; what the search proposes, when that is another. */
export function UsePart({
  dossier,
  onUse,
}: {
  dossier: Dossier;
  /** Left out where it is only shown. */
  onUse?: (placed: Placed) => void;
}) {
  const { changes: tables } = useTableChanges();
  const { answer, hasFailed } = useAnswer({ dossier, on: today(), tables, withTellings: true });
  if (hasFailed || (answer && !answer.use)) return null;
  if (!answer?.use) return <Say soft>Working out the setup…</Say>;
  const { use, loop } = answer;
  const [first] = loop?.choice.proposals ?? [];
  const isOther = first !== undefined && use.from !== 'proposed' && !isSame(first, use);
  const says = loop && sayChoice(loop.choice, use.method);
  return (
    <View style={{ gap: space.s }} testID="use">
      <Say strong number>
        {sayFound(use)}
      </Say>
      <ChanceBar chance={use.chance} />
      <Say>{sayUse(use)}</Say>
      {use.from === 'proposed' && onUse && (
        <View style={{ alignItems: 'flex-start' }}>
          <Button title="Use this setup" onPress={() => onUse(use)} />
        </View>
      )}
      {isOther && (
        <>
          <Say small soft>
            {`The smallest change that should work, by the readings and the trials:`}
          </Say>
          <Say number>{sayFound(first)}</Say>
          {onUse && (
            <View style={{ alignItems: 'flex-start' }}>
              <Button
                type="outline"
                title="Use this setup"
                accessibilityLabel={`Use this setup: ${sayFound(first)}`}
                onPress={() => onUse(first)}
              />
            </View>
          )}
        </>
      )}
      {says && <Say small>{says}</Say>}
      {answer.tellMore.length > 0 && onUse && (
        <Fold
          title="What would tell more"
          note={answer.tellMore[0] ? sayReading(answer.tellMore[0].reading) : ''}
        >
          {answer.tellMore.slice(0, 2).map((telling) => (
            <View key={telling.reading} style={{ gap: space.xs }}>
              <Say small number>
                {sayTelling(telling)}
              </Say>
              <View style={{ alignItems: 'flex-start' }}>
                <Button
                  type="outline"
                  title="Take it"
                  accessibilityLabel={`Take it: ${sayReading(telling.reading)}`}
                  onPress={() =>
                    router.navigate(
                      `/clients/${dossier.client.id}/${READING_AT[telling.reading]}` as never,
                    )
                  }
                />
              </View>
            </View>
          ))}
        </Fold>
      )}
    </View>
  );
}
