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
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { newId, useAppSelector, useChanges, useDrillChanges } from '../data/index.ts';
import { DrillForm } from './DrillForm.tsx';
import { EntryActions, EntryHistory, ownNote } from './OwnEntry.tsx';

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
  const changes = history.map((h) => ({
    ...h,
    key: h.id,
    of: h.drillId,
    name: h.to?.name ?? all.find((d) => d.id === h.drillId)?.name ?? 'a removed drill',
  }));
  const wanted = search.trim().toLowerCase();
  const row = (of: Drill) => (
    <Fold key={of.id} title={of.name} note={ownNote(own.has(of.id), isHouse(of.id))}>
      <DrillPicture id={of.id} photo={photos[of.id]} />
      <Say>{of.how}</Say>
      <Say soft>{of.feel}</Say>
      <Say small>{sayDrillNote(of)}</Say>
      <Say small>{sayWorks(of)}</Say>
      <Say small>{`Care: ${of.precaution}`}</Say>
      {sayBarred(of) && <Say small>{sayBarred(of)}</Say>}
      <EntryActions
        name={of.name}
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
        Drills a routine can use. Doses and strengths are house defaults from common practice;
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
      <EntryHistory changes={changes} onUndo={change} />
    </Part>
  );
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
