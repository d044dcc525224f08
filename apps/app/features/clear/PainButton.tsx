import { usePathname } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { STATIONS } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { newId, useChanges, today } from '../data/index.ts';
import { LevelChoice, PlaceChoice } from './painChoices.tsx';
import type { PLACE_NAMES } from '@zither/words/safety';

const MOVEMENTS: Record<string, string> = {
  clear: 'While being asked',
  measure: 'While measuring',
  sheet: 'While measuring',
  watch: 'During the baseline squats',
  probe: 'During a short test',
  setup: 'While squatting in the setup',
  prescription: 'During a preparation drill',
  recheck: 'During the recheck',
};

/** What was going on, from the page the coach is on: the station's name when one was being read. */
function movementAt(path: string): string {
  const [, , , stage = '', at] = path.split('/');
  const station = STATIONS.find((s) => s.id === at);
  return station ? `While measuring: ${station.name}` : (MOVEMENTS[stage] ?? 'During the work');
}

/** Pain during the work: one tap stops it and asks where and how much; the rules then decide what may follow. */
export function PainButton({ dossier }: { dossier: Dossier }) {
  const { putPain } = useChanges();
  const [isOpen, setIsOpen] = useState(false);
  const [place, setPlace] = useState<keyof typeof PLACE_NAMES | ''>('');
  const path = usePathname();
  if (!isOpen)
    return (
      <Button
        type="outline"
        title="Pain: stop"
        accessibilityLabel="Pain: stop, and record it"
        onPress={() => setIsOpen(true)}
      />
    );
  return (
    <Notice
      tone="now"
      actions={[
        {
          label: 'No pain after all',
          onPress: () => {
            setIsOpen(false);
            setPlace('');
          },
        },
      ]}
    >
      <View style={{ gap: space.m }}>
        <Say strong>Stop here. Where does it hurt?</Say>
        <PlaceChoice place={place} onChange={setPlace} />
        {place !== '' && (
          <LevelChoice
            onChange={(level) => {
              putPain(
                dossier.client.id,
                { id: newId(), version: 0 },
                { on: today(), movement: movementAt(path), place, level },
              );
              setIsOpen(false);
              setPlace('');
            }}
          />
        )}
      </View>
    </Notice>
  );
}
