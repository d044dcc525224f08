import { sayDay } from '../data/index.ts';
import { View } from 'react-native';
import type { Dossier, Tried } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayCueTrial } from '@zither/words/cueTrial';
import { sayTest, sayTriedOutcome } from '@zither/words/probe';

/** Short tests done since the newest looks; each can be withdrawn and counted again. */
export function TriedPart({
  dossier,
  since,
  onUndo,
}: {
  dossier: Dossier;
  since: string;
  onUndo: (tried: Tried, undone: boolean) => void;
}) {
  const { colors } = useLook();
  const tried = dossier.tried
    .filter((t) => t.takenOn >= since)
    .sort((a, b) => b.takenAt.localeCompare(a.takenAt));
  if (tried.length === 0) return null;
  return (
    <Part title="Tried">
      <View>
        {tried.map((t) => (
          <View
            key={t.id}
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              gap: space.s,
              borderTopWidth: 1,
              borderColor: colors.hairline,
            }}
          >
            <View style={{ flex: 1, paddingVertical: space.s }}>
              <Say soft={t.undone}>{sayCueTrial(t) ?? sayTest(t.test, t.side)}</Say>
              <Say small strong={!t.undone} soft={t.undone}>
                {t.undone
                  ? `withdrawn (was: ${sayTriedOutcome(t)})`
                  : `${sayTriedOutcome(t)} · ${sayDay(t.takenOn)}`}
              </Say>
            </View>
            <Button
              type="clear"
              title={t.undone ? 'Count it again' : 'Withdraw'}
              accessibilityLabel={`${t.undone ? 'Count it again' : 'Withdraw'}: ${sayTest(t.test, t.side)}, ${sayTriedOutcome(t)}`}
              onPress={() => onUndo(t, !t.undone)}
            />
          </View>
        ))}
      </View>
    </Part>
  );
}
