import { sayDay, useChanges, splitRow } from '../data/index.ts';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { Button, ListItem } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { LoadsPart } from './LoadsPart.tsx';
import { AgreementTable } from './AgreementTable.tsx';
import { looksOf, numberInDay } from '@zither/visit';
import { sayFound, sayJudgement, sayLook } from '@zither/words/watch';

/** Everything seen, newest first: captures open their review, judgements are beside them. */
export function Looks({ dossier, day }: { dossier: Dossier; day: string }) {
  const { colors } = useLook();
  const { putJudgement } = useChanges();
  const looks = looksOf(dossier, null);
  const [struck, setStruck] = useState<string | null>(null);
  const gone = dossier.judgements.find((j) => j.id === struck && j.discarded);
  return (
    <>
      <LoadsPart dossier={dossier} />
      <Part title="Seen so far" explains="look">
        {looks.length === 0 && (
          <Say soft>
            Nothing yet. Five reps from the front, the side and behind; bodyweight first.
          </Say>
        )}
        {gone && (
          <Notice
            actions={[
              {
                label: 'Restore',
                onPress: () => {
                  const { ref, clientId, values } = splitRow(gone);
                  putJudgement(clientId, ref, { ...values, discarded: false });
                },
              },
            ]}
          >
            The judgement is discarded.
          </Notice>
        )}
        {looks.map(({ key, look, capture, judgement }) => (
          <View key={key} style={{ gap: space.s, borderTopWidth: 1, borderColor: colors.hairline }}>
            <View style={{ paddingTop: space.s }}>
              <Say strong>{sayLook(look)}</Say>
              <Say small soft>
                {`${look.takenOn === day ? 'today' : sayDay(look.takenOn)} · look ${numberInDay(dossier, { key, look })} of the day`}
              </Say>
            </View>
            {capture && (
              <ListItem
                role="link"
                onPress={() => router.navigate(`/clients/${dossier.client.id}/watch/${capture.id}`)}
                containerStyle={{ paddingHorizontal: 0, paddingVertical: space.s, minHeight: 56 }}
              >
                <ListItem.Content>
                  <ListItem.Title>{`Measured: ${sayFound(capture.report.findings)}`}</ListItem.Title>
                  <ListItem.Subtitle>
                    {`${capture.report.reps.length} reps · ${capture.name}`}
                  </ListItem.Subtitle>
                </ListItem.Content>
                <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
              </ListItem>
            )}
            {judgement && (
              <View style={{ flexDirection: 'row', alignItems: 'center' }}>
                <View style={{ flex: 1 }}>
                  <Say>{`By eye: ${sayJudgement(judgement)}`}</Say>
                </View>
                <Button
                  type="clear"
                  title="Discard"
                  accessibilityLabel={`Discard the judgement: ${sayLook(look)}`}
                  onPress={() => {
                    const { ref, clientId, values } = splitRow(judgement);
                    setStruck(ref.id);
                    putJudgement(clientId, ref, { ...values, discarded: true });
                  }}
                />
              </View>
            )}
            {capture && judgement && <AgreementTable capture={capture} judgement={judgement} />}
          </View>
        ))}
      </Part>
    </>
  );
}
