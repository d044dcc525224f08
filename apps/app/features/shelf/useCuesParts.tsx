import { useState } from 'react';
import { View } from 'react-native';
import { cueValuesSchema, drillBarSchema, type CueValues, type Schools } from '@zither/contract';
import { CAUSE_IDS, CAUSES, CUE_PHASES, CUES, type Cue } from '@zither/core';
import { cuesOf, cueValuesOf } from '@zither/visit';
import { sayPhase } from '@zither/words/cueCard';
import { CUE_KIND_NAMES, sayCueNote } from '@zither/words/cues';
import { BAR_NAMES, CUE_NAMES } from '@zither/words/probe';
import { capital } from '@zither/words/terms';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Ticks } from '../../ui/Ticks.tsx';
import { space } from '../../ui/theme.ts';
import { newId, useAppSelector, useChanges, useCueChanges, useDraft } from '../data/index.ts';
import { EntryActions, EntryHistory, FormEnd, ownNote } from './OwnEntry.tsx';

/** A cue nobody has told anything of yet. */
const NEW: CueValues = {
  words: '',
  kind: 'external',
  phase: 'down',
  causes: [],
  precaution: '',
  barredBy: [],
  asksFor: null,
};
const FIELDS: Record<string, string> = {
  words: 'The words',
  precaution: 'What to take care of',
  causes: 'What it is for',
  asksFor: 'What it asks for',
};
const ANSWERED = CAUSE_IDS.filter((id) => !['refer', 'stop'].includes(CAUSES[id].kind));
const ASKS = ['kneesOut', 'chestUp', 'forcedTuck'] as const;

/** The cues: the house's and the practice's own, each changed with a reason, and put back. */
export function useCuesParts(schools: Schools) {
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, changeCue } = useChanges();
  const history = useCueChanges();
  const [editing, setEditing] = useState<string | null>(null);
  const all = cuesOf(schools);
  const own = new Set((schools.cues ?? []).map((c) => c.id));
  const isHouse = (id: string) => CUES.some((c) => c.id === id);
  const change = (cueId: string, to: CueValues | null, why: string) => {
    changeCue({ at: moment(), by: initials, why, cueId, to });
    setEditing(null);
  };
  const changes = history.map((h) => ({
    ...h,
    key: h.id,
    of: h.cueId,
    name: `“${h.to?.words ?? all.find((c) => c.id === h.cueId)?.words ?? 'a cue that is gone'}”`,
  }));
  const row = (of: Cue) => (
    <Fold key={of.id} title={`“${of.words}”`} note={ownNote(own.has(of.id), isHouse(of.id))}>
      <Say small>{sayCueNote(of)}</Say>
      <Say small>{`Care: ${of.precaution}`}</Say>
      <EntryActions
        name={`“${of.words}”`}
        isOwn={own.has(of.id)}
        isHouse={isHouse(of.id)}
        onChange={() => setEditing(of.id)}
        onBack={(why) => change(of.id, null, why)}
      />
    </Fold>
  );
  const list = (
    <Part>
      <Say soft>
        What a client thinks of, at most two at a time. Common practice, no source; your own come
        before the house’s. Plans that were given stay as they are.
      </Say>
      <View style={{ alignItems: 'flex-start' }}>
        <Button title="Add a cue" onPress={() => setEditing(newId())} />
      </View>
      {CUE_PHASES.map((phase) => {
        const here = all.filter((c) => c.phase === phase);
        return (
          <Fold key={phase} title={sayPhase(phase)} note={`${here.length} cues`}>
            {here.map(row)}
          </Fold>
        );
      })}
      <EntryHistory changes={changes} onUndo={change} />
    </Part>
  );
  const found = all.find((c) => c.id === editing);
  const detail = editing !== null && (
    <Part title={found ? 'Changing a cue' : 'A cue of your own'}>
      <CueForm
        key={editing}
        cueId={editing}
        values={found ? cueValuesOf(found) : NEW}
        onSave={(values, why) => change(editing, values, why)}
        onCancel={() => setEditing(null)}
      />
    </Part>
  );
  return { list, detail, isEditing: editing !== null };
}

/** Every field of a cue; kept on the device until it is saved or left. */
function CueForm({
  cueId,
  values: kept,
  onSave,
  onCancel,
}: {
  cueId: string;
  values: CueValues;
  onSave: (values: CueValues, why: string) => void;
  onCancel: () => void;
}) {
  const draft = useDraft<{ values: CueValues; why: string }>(`cue/${cueId}`, {
    values: kept,
    why: '',
  });
  const { values, why } = draft.value;
  const [problem, setProblem] = useState<string | null>(null);
  const set = (change: Partial<CueValues>) => {
    draft.set({ values: { ...values, ...change }, why });
    setProblem(null);
  };
  const save = () => {
    const checked = cueValuesSchema.safeParse(values);
    if (!checked.success) {
      const [issue] = checked.error.issues;
      return setProblem(
        `${FIELDS[String(issue?.path[0])] ?? 'A field'} ${issue?.message ?? 'cannot be kept.'}`,
      );
    }
    if (why.trim() === '')
      return setProblem('Say why: every change on the Shelf keeps its reason.');
    draft.drop();
    return onSave(checked.data, why.trim());
  };
  return (
    <View style={{ gap: space.m }}>
      <Input
        label="The words"
        aria-label="The words"
        value={values.words}
        onChangeText={(words: string) => set({ words })}
        renderErrorMessage={false}
      />
      <Input
        label="What to take care of"
        aria-label="What to take care of"
        value={values.precaution}
        multiline
        numberOfLines={3}
        onChangeText={(precaution: string) => set({ precaution })}
        renderErrorMessage={false}
      />
      <Choice
        label="Points at"
        options={(['external', 'internal', 'setUp'] as const).map((value) => ({
          value,
          label: CUE_KIND_NAMES[value],
        }))}
        value={values.kind}
        onChange={(kind) => set({ kind })}
      />
      <Choice
        label="When"
        options={CUE_PHASES.map((value) => ({ value, label: sayPhase(value) }))}
        value={values.phase}
        onChange={(phase) => set({ phase })}
      />
      <Choice
        label="Asks for"
        options={[
          { value: '', label: 'None of these' },
          ...ASKS.map((value) => ({ value, label: CUE_NAMES[value] })),
        ]}
        value={values.asksFor ?? ''}
        onChange={(to) => set({ asksFor: ASKS.find((a) => a === to) ?? null })}
      />
      <Ticks
        label="For these causes, the one it is best at first"
        options={ANSWERED.map((c) => ({ value: c, label: CAUSES[c].name }))}
        values={values.causes}
        onChange={(c, isOn) =>
          set({ causes: isOn ? [...values.causes, c] : values.causes.filter((o) => o !== c) })
        }
      />
      <Ticks
        label="Not given while Clear says"
        options={drillBarSchema.options.map((k) => ({ value: k, label: capital(BAR_NAMES[k]) }))}
        values={values.barredBy}
        onChange={(k, isOn) =>
          set({ barredBy: isOn ? [...values.barredBy, k] : values.barredBy.filter((o) => o !== k) })
        }
      />
      <FormEnd
        what="cue"
        why={why}
        onWhy={(to) => {
          draft.set({ values, why: to });
          setProblem(null);
        }}
        problem={problem}
        onSave={save}
        onCancel={() => {
          draft.drop();
          onCancel();
        }}
      />
    </View>
  );
}
