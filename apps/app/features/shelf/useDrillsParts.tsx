import { useState } from 'react';
import { View } from 'react-native';
import type { DrillValues, Schools } from '@zither/contract';
import { DRILLS, ROUTINE_PARTS, type Drill } from '@zither/core';
import { drillPhotos, drillsOf, drillValuesOf } from '@zither/visit';
import { sayBarred, sayDrillNote, sayWorks } from '@zither/words/drills';
import { PART_NAMES } from '@zither/words/plan';
import { Button, Input } from '../../ui/elements.ts';
import { DrillPicture } from '../../ui/DrillPicture.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { newId, sayDay, useAppSelector, useChanges, useDrillChanges } from '../data/index.ts';
import { DrillForm } from './DrillForm.tsx';

/** A drill nobody has told anything of yet. */
const NEW: DrillValues = {
  name: '',
  part: 'ownIt',
  presses: false,
  position: 'standing',
  works: [],
  how: '',
  feel: '',
  sides: 'perSide',
  dose: { amount: 8, unit: 'reps', sets: 2 },
  kit: [],
  precaution: '',
  barredBy: [],
  photo: null,
};

/** The drills: the house's and the practice's own, each read, changed with a reason, and put back. */
export function useDrillsParts(schools: Schools) {
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, changeDrill } = useChanges();
  const history = useDrillChanges();
  const [editing, setEditing] = useState<string | null>(null);
  const [search, setSearch] = useState('');
  const all = drillsOf(schools);
  const photos = drillPhotos(schools);
  const own = new Set((schools.drills ?? []).map((d) => d.id));
  const isHouse = (id: string) => DRILLS.some((d) => d.id === id);
  const change = (drillId: string, to: DrillValues | null, why: string) => {
    changeDrill({ at: moment(), by: initials, why, drillId, to });
    setEditing(null);
  };
  const wanted = search.trim().toLowerCase();
  const row = (of: Drill) => (
    <Fold
      key={of.id}
      title={of.name}
      note={own.has(of.id) ? (isHouse(of.id) ? 'changed here' : 'own') : 'house'}
    >
      <DrillPicture id={of.id} photo={photos[of.id]} />
      <Say>{of.how}</Say>
      <Say soft>{of.feel}</Say>
      <Say small>{sayDrillNote(of)}</Say>
      <Say small>{sayWorks(of)}</Say>
      <Say small>{`Care: ${of.precaution}`}</Say>
      {sayBarred(of) && <Say small>{sayBarred(of)}</Say>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
        <Button
          title="Change"
          accessibilityLabel={`Change ${of.name}`}
          onPress={() => setEditing(of.id)}
        />
        {own.has(of.id) && (
          <Button
            type="clear"
            title={isHouse(of.id) ? 'Back to the house’s' : 'Take it off the shelf'}
            accessibilityLabel={`${isHouse(of.id) ? 'Back to the house’s' : 'Take off the shelf'}: ${of.name}`}
            onPress={() =>
              change(of.id, null, isHouse(of.id) ? 'Back to the house’s.' : 'Taken off the shelf.')
            }
          />
        )}
      </View>
    </Fold>
  );
  const list = (
    <Part>
      <Say soft>
        What a routine is made of. Doses and strengths are house defaults from common practice;
        change a drill, or add your own with a photo. Plans that were given stay as they are.
      </Say>
      <View style={{ alignItems: 'flex-start' }}>
        <Button title="Add a drill" onPress={() => setEditing(newId())} />
      </View>
      <Input
        label="Search the drills"
        aria-label="Search the drills"
        value={search}
        onChangeText={setSearch}
        renderErrorMessage={false}
      />
      {ROUTINE_PARTS.map((part) => {
        const here = all.filter(
          (d) => d.part === part && `${d.name} ${sayWorks(d)}`.toLowerCase().includes(wanted),
        );
        return here.length === 0 ? null : (
          <Fold
            key={`${part} ${wanted !== ''}`}
            title={PART_NAMES[part]}
            note={`${here.length} drills`}
            startsOpen={wanted !== ''}
          >
            {here.map(row)}
          </Fold>
        );
      })}
      {history.length > 0 && (
        <Fold title="History" note={`${history.length}`}>
          {[...history].reverse().map((h) => (
            <Notice
              key={h.id}
              actions={[
                {
                  label: 'As it was before this',
                  onPress: () => change(h.drillId, before(h), `Undoes: ${h.why}`.slice(0, 300)),
                },
              ]}
            >
              {`${sayDay(h.at.slice(0, 10))}, ${h.by || 'nobody named'}: ${nameOf(h)}. ${h.why}`}
            </Notice>
          ))}
        </Fold>
      )}
    </Part>
  );
  /** The drill just before a change of it; null = the house's, or not there. */
  function before(of: (typeof history)[number]): DrillValues | null {
    const earlier = history.slice(0, history.indexOf(of)).filter((h) => h.drillId === of.drillId);
    return earlier.at(-1)?.to ?? null;
  }
  function nameOf({ drillId, to }: (typeof history)[number]): string {
    return to?.name ?? all.find((d) => d.id === drillId)?.name ?? 'a drill that is gone';
  }
  const found = all.find((d) => d.id === editing);
  const detail = editing !== null && (
    <Part title={found ? `Changing ${found.name}` : 'A drill of your own'}>
      <DrillForm
        key={editing}
        drillId={editing}
        values={found ? drillValuesOf(found, photos[found.id] ?? null) : NEW}
        taken={all.filter((d) => d.id !== editing).map((d) => d.name)}
        onSave={(values, why) => change(editing, values, why)}
        onCancel={() => setEditing(null)}
      />
    </Part>
  );
  return { list, detail, isEditing: editing !== null };
}
