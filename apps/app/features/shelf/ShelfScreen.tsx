import { useLocalSearchParams } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { entryOf, houseValueOf, type TableChange } from '@zither/core';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { useAppSelector, useChanges, usePracticeSchools, useTableChanges } from '../data/index.ts';
import {
  changedEntries,
  groupsOf,
  sayEntry,
  sayValue,
  valueOf,
  withValue,
  type TableName,
} from './entries.ts';
import { EntryRow } from './EntryRow.tsx';
import { HistoryPart } from './HistoryPart.tsx';
import { LearnedPart } from './LearnedPart.tsx';
import { RackPart } from './RackPart.tsx';
import { useCuesParts } from './useCuesParts.tsx';
import { useDrillsParts } from './useDrillsParts.tsx';
import { useSchoolsParts } from './useSchoolsParts.tsx';

type Shown = TableName | 'rack' | 'history' | 'schools' | 'drills' | 'cues' | 'measured' | 'worked';

const TABLES: readonly { value: Shown; label: string }[] = [
  { value: 'schools', label: 'Methods' },
  { value: 'drills', label: 'Drills' },
  { value: 'cues', label: 'Cues' },
  { value: 'rack', label: 'Rack' },
  { value: 'causes', label: 'Causes' },
  { value: 'findings', label: 'Findings' },
  { value: 'tests', label: 'Tests' },
  { value: 'weights', label: 'Weights' },
  { value: 'chances', label: 'Chances' },
  { value: 'worked', label: 'What worked here' },
  { value: 'measured', label: 'Who measured' },
];

/** The practice's own tables of causes, findings and tests: every entry with its reason, changed with one, and never without a history. */
export function ShelfScreen() {
  const { isWide } = useLook();
  const { changes: history, isUnknown } = useTableChanges();
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, changeTables } = useChanges();
  // An address may name what to show.
  const { show } = useLocalSearchParams<{ show?: string }>();
  const [table, setTable] = useState<Shown>(
    TABLES.find((t) => t.value === show)?.value ?? 'schools',
  );
  const { schools, isUnknown: areSchoolsUnknown } = usePracticeSchools();
  const methods = useSchoolsParts(schools, areSchoolsUnknown);
  const drills = useDrillsParts(schools);
  const cues = useCuesParts(schools);
  const own = changedEntries(history);
  const keep = (changes: TableChange[], why: string) =>
    changeTables({ at: moment(), by: initials, why, changes });

  const choice = (
    <Part>
      <Choice
        label="On the shelf"
        options={isWide ? TABLES : [...TABLES, { value: 'history', label: 'History' }]}
        value={isWide && table === 'history' ? 'causes' : table}
        onChange={setTable}
      />
    </Part>
  );
  if (table === 'schools' || table === 'drills' || table === 'cues') {
    const parts = { schools: methods, drills, cues }[table];
    return (
      <Screen
        // A form begins at its top, wherever the list was scrolled to.
        key={`${table} ${parts.isEditing ? 'form' : 'list'}`}
        title="Shelf"
        who="Methods, drills, cues, causes, findings, short tests and chances"
        {...(isWide
          ? {
              panes: [
                <>
                  {choice}
                  {parts.list}
                </>,
                parts.detail,
              ],
            }
          : {})}
      >
        {choice}
        {!parts.isEditing && parts.list}
        {parts.detail}
      </Screen>
    );
  }
  if (table === 'rack')
    return (
      <Screen title="Shelf" who="Plates, wedges and boxes of this gym">
        {choice}
        <RackPart schools={schools} />
      </Screen>
    );
  if (table === 'measured' || table === 'worked')
    return (
      <Screen title="Shelf" who="What this practice’s own records say">
        {choice}
        <LearnedPart show={table} />
      </Screen>
    );
  const top = (
    <Part>
      <Say soft>
        {table === 'chances'
          ? 'Numbers behind every chance of a setup. House defaults; what you change applies to your whole practice.'
          : 'What Probe weighs findings with. All of it is a house default from common practice, not a clinical likelihood; what you change applies to your whole practice.'}
      </Say>
      {isUnknown && (
        <Notice tone="now">
          Your practice’s own tables could not be fetched, so the house defaults are shown. Changes
          are kept and sent when the network is back.
        </Notice>
      )}
      {own.length > 0 && (
        <Notice
          tone="before"
          actions={[
            {
              label: 'Put everything back',
              onPress: () =>
                keep(
                  own.map((c) => withValue(c, null)),
                  'Everything back to the house defaults.',
                ),
            },
          ]}
        >
          {`${own.length} ${own.length === 1 ? 'entry is' : 'entries are'} your own: ${own
            .slice(0, 3)
            .map(
              (c) =>
                `${sayEntry(c)} ${sayValue(c, c.to ?? houseValueOf(c))} (house ${sayValue(c, houseValueOf(c))})`,
            )
            .join('; ')}${own.length > 3 ? ' …' : ''}.`}
        </Notice>
      )}
    </Part>
  );
  const shown: TableName = table === 'history' ? 'causes' : table;
  const editor = (
    <Part>
      {groupsOf(shown).map((group, _i, groups) => {
        const rows = (
          <View>
            {group.entries.map((entry) => (
              <EntryRow
                key={entry.key}
                entry={entry}
                value={valueOf(entry, history)}
                onChange={(to, why) => keep([withValue(entry.change, to)], why)}
              />
            ))}
          </View>
        );
        const ownHere = group.entries.filter((e) => own.some((c) => entryOf(c) === e.key)).length;
        return (
          <Fold
            key={`${shown} ${group.title}`}
            title={group.title}
            note={`${group.note}${ownHere > 0 ? ` · ${ownHere} of your own` : ''}`}
            startsOpen={groups.length <= 2}
          >
            {rows}
          </Fold>
        );
      })}
    </Part>
  );
  const past = <HistoryPart history={history} onUndo={(changes, why) => keep(changes, why)} />;
  return (
    <Screen
      title="Shelf"
      who="Methods, causes, findings, short tests and chances"
      {...(isWide
        ? {
            panes: [
              <>
                {choice}
                {top}
                {editor}
              </>,
              past,
            ],
          }
        : {})}
    >
      {choice}
      {top}
      {table === 'history' ? past : editor}
    </Screen>
  );
}
