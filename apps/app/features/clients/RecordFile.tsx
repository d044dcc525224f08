import * as DocumentPicker from 'expo-document-picker';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Client } from '@zither/contract';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useRecordFile } from './recordFile.ts';
import { busy, useBusy } from '../../ui/busy.ts';
import { saveFile } from '../data/index.ts';

/** Saves everything known of a client as one file. */
export function SaveRecord({ client }: { client: Client }) {
  const { take } = useRecordFile();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, run] = useBusy();
  const save = async () => {
    const taken = await take(client.id);
    setProblem('problem' in taken ? taken.problem : null);
    if ('text' in taken) saveFile(`${fileName(client.name)}.json`, taken.text, 'application/json');
  };
  return (
    <View style={{ gap: space.s, alignItems: 'flex-start' }}>
      <Button
        type="clear"
        buttonStyle={{ paddingHorizontal: 0 }}
        {...busy(isBusy, 'Save the record as a file', 'Saving')}
        onPress={() => run(save)}
      />
      {problem !== null && <Notice tone="before">{problem}</Notice>}
    </View>
  );
}

/** Letters and digits of a name, for a file that every system takes. */
const fileName = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'client';

/** Adds a client from a file that was saved here or elsewhere. */
export function ImportRecord() {
  const { keep } = useRecordFile();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, run] = useBusy();
  const pick = async () => {
    const chosen = await DocumentPicker.getDocumentAsync({ type: ['application/json', '.json'] });
    const file = chosen.assets?.[0]?.file;
    if (!file) return;
    run(async () => {
      const kept = await keep(await file.text());
      setProblem('problem' in kept ? kept.problem : null);
      if ('clientId' in kept) router.navigate(`/clients/${kept.clientId}`);
    });
  };
  return (
    <View style={{ gap: space.s, alignItems: 'flex-start' }}>
      <Say soft>A record saved from another device or practice becomes a new client here.</Say>
      <Button
        type="outline"
        {...busy(isBusy, 'Import a record', 'Importing')}
        onPress={() => void pick()}
      />
      {problem !== null && <Notice tone="now">{`Nothing was imported. ${problem}`}</Notice>}
    </View>
  );
}
