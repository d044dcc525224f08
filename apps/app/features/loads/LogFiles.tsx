import * as DocumentPicker from 'expo-document-picker';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { valuesIn } from '@zither/contract/row';
import { loadSetsOf } from '@zither/visit';
import { sayImported } from '@zither/words/loadLog';
import { busy, useBusy } from '../../ui/busy.ts';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { newId, saveFile, today, useChanges } from '../data/index.ts';

/** The load log as a CSV file, out and in. A set that is there already is not added again. */
export function LogFiles({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { putLoadSet } = useChanges();
  const [said, setSaid] = useState<{ isProblem: boolean; text: string } | null>(null);
  const [isBusy, run] = useBusy();
  const save = async () => {
    const { writeLoadCsv } = await import('@zither/formats/loadCsv');
    saveFile(`loads-${today()}.csv`, writeLoadCsv(loadSetsOf(dossier).map(valuesIn)), 'text/csv');
  };
  const read = async () => {
    const chosen = await DocumentPicker.getDocumentAsync({ type: ['text/csv', '.csv'] });
    const file = chosen.assets?.[0]?.file;
    if (!file) return;
    run(() => take(file));
  };
  const take = async (file: File) => {
    const { readLoadCsv } = await import('@zither/formats/loadCsv');
    const found = readLoadCsv(await file.text());
    if (!found.ok) {
      setSaid({ isProblem: true, text: `Nothing was read. ${found.problem.message}` });
      return;
    }
    const key = (s: { takenAt: string; rung: string; loadKg: number; reps: number }) =>
      `${s.takenAt} ${s.rung} ${s.loadKg} ${s.reps}`;
    const known = new Set(loadSetsOf(dossier).map(key));
    const locks = new Set(dossier.locks.map((l) => l.id));
    const fresh = found.sets.filter((s) => !known.has(key(s)));
    for (const set of fresh)
      putLoadSet(
        client.id,
        { id: newId(), version: 0 },
        // A setup of another client means nothing here.
        { ...set, lockId: set.lockId !== null && locks.has(set.lockId) ? set.lockId : null },
      );
    const there = found.sets.length - fresh.length;
    setSaid({
      isProblem: false,
      text: `${sayImported(fresh.length, [])}${there > 0 ? ` ${there} were there already.` : ''}`,
    });
  };
  return (
    <View style={{ gap: space.s }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button
          type="outline"
          title="Save as CSV"
          disabled={loadSetsOf(dossier).length === 0}
          onPress={() => void save()}
        />
        <Button
          type="outline"
          {...busy(isBusy, 'Read a CSV', 'Reading')}
          onPress={() => void read()}
        />
      </View>
      <Say small soft>
        Columns: day, variation, load_kg, reps, and more if you have them. The loads are in kg.
      </Say>
      {said && <Notice tone={said.isProblem ? 'now' : 'good'}>{said.text}</Notice>}
    </View>
  );
}
