import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { capital, count } from '@zither/words/terms';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier, Entry, Move } from '@zither/contract';
import { areHere, entriesOf, entryOf, hasSides, type EntryDay } from '@zither/visit';
import {
  MOVE_REASONS,
  sayEntry,
  sayMove,
  sayMoveButton,
  sayMoveHow,
  sayMoved,
} from '@zither/words/moving';
import { Choice } from '../../ui/Choice.tsx';
import { Button, Input, ListItem } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { radio, RADIO_GROUP } from '../../ui/radioKeys.ts';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { sayDay, today, useChanges, useClientList } from '../data/index.ts';

/** Entries made on the wrong client or side: what, where it belongs, and why. Nothing is deleted; both records say that it was moved. */
export function MoveScreen({ dossier }: { dossier: Dossier }) {
  const { client } = dossier;
  const { colors } = useLook();
  const { moveEntries } = useChanges();
  const { clients } = useClientList();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [to, setTo] = useState<'client' | 'otherSide'>('client');
  const [target, setTarget] = useState<string | null>(null);
  const [why, setWhy] = useState('');
  const [done, setDone] = useState<string | null>(null);
  const days = entriesOf(dossier);
  const others = clients.filter((c) => c.id !== client.id && c.archivedAt === null);
  const nameOf = (id: string) => clients.find((c) => c.id === id)?.name ?? 'another client';
  const picked = days.flatMap((d) => d.entries).filter((e) => chosen.has(e.row.id));
  const fitting = to === 'client' ? picked : picked.filter(hasSides);
  const goal = to === 'otherSide' ? to : target === null ? null : { name: nameOf(target) };
  const reason = why.trim() || MOVE_REASONS[to];
  const move = (entries: Entry[], where: 'otherSide' | { clientId: string }, because: string) => {
    moveEntries(client.id, {
      on: today(),
      why: because,
      entries,
      to:
        where === 'otherSide'
          ? { kind: 'otherSide' }
          : { kind: 'client', clientId: where.clientId },
    });
    setDone(sayMoved(where === 'otherSide' ? null : nameOf(where.clientId)));
    setChosen(new Set());
    setWhy('');
  };
  const toggle = (ids: readonly string[], isOn: boolean) =>
    setChosen(new Set(isOn ? [...chosen, ...ids] : [...chosen].filter((c) => !ids.includes(c))));
  return (
    <Screen
      title="Move entries"
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      foot={
        <RowButton
          title={sayMoveButton(fitting.length, goal)}
          disabled={fitting.length === 0 || goal === null}
          buttonStyle={{ minHeight: 52 }}
          onPress={() =>
            move(
              fitting.map(entryOf),
              to === 'client' && target !== null ? { clientId: target } : 'otherSide',
              reason,
            )
          }
        />
      }
    >
      <Part>
        <Say>{sayMoveHow(client.name)}</Say>
        {done && <Notice tone="good">{done}</Notice>}
      </Part>
      <Part title="Entries">
        {days.length === 0 && <Say soft>Nothing was entered on this client yet.</Say>}
        {days.map((day, i) => (
          <Day key={day.day} day={day} chosen={chosen} onToggle={toggle} startsOpen={i === 0} />
        ))}
      </Part>
      <Part title="Where it belongs">
        <Choice
          label="Where it belongs"
          hideLabel
          options={[
            { value: 'client', label: 'Another client' },
            { value: 'otherSide', label: 'The other side' },
          ]}
          value={to}
          onChange={setTo}
        />
        {to === 'client' && (
          <View {...RADIO_GROUP} aria-label="Client it belongs to">
            {others.length === 0 && <Say soft>There is no other client to move it to.</Say>}
            {others.map((c, i) => (
              <ListItem
                key={c.id}
                onPress={() => setTarget(c.id)}
                {...radio(target === c.id, i === 0, target !== null)}
                bottomDivider
                containerStyle={{ paddingHorizontal: 0, minHeight: 48, paddingVertical: space.s }}
              >
                <MaterialIcons
                  name={target === c.id ? 'radio-button-checked' : 'radio-button-unchecked'}
                  size={24}
                  color={target === c.id ? colors.ink : colors.inkSoft}
                />
                <ListItem.Content>
                  <ListItem.Title>{c.name}</ListItem.Title>
                </ListItem.Content>
              </ListItem>
            ))}
          </View>
        )}
        {to === 'otherSide' && picked.length > fitting.length && (
          <Say small soft>
            Ticked entries without a left or right stay as they are.
          </Say>
        )}
        <Input
          label="Why"
          aria-label="Why it is moved"
          placeholder={MOVE_REASONS[to]}
          placeholderTextColor={colors.inkSoft}
          value={why}
          maxLength={200}
          onChangeText={setWhy}
          renderErrorMessage={false}
        />
      </Part>
      {dossier.moves.length > 0 && (
        <Part title="Moved before">
          {dossier.moves.map((m) => (
            <Moved
              key={m.id}
              move={m}
              canGoBack={m.change.kind !== 'away' && areHere(dossier, m.entries)}
              nameOf={nameOf}
              onBack={move}
            />
          ))}
        </Part>
      )}
    </Screen>
  );
}

function Day({
  day: { day, entries },
  chosen,
  onToggle,
  startsOpen,
}: {
  day: EntryDay;
  chosen: ReadonlySet<string>;
  onToggle: (ids: readonly string[], isOn: boolean) => void;
  startsOpen: boolean;
}) {
  const ids = entries.map((e) => e.row.id);
  const isAll = ids.every((id) => chosen.has(id));
  return (
    <Fold
      title={capital(sayDay(day))}
      note={count(entries.length, 'entry')}
      startsOpen={startsOpen}
    >
      <View>
        {entries.length > 1 && (
          <Tick
            title="All of this day"
            spoken={`All of ${sayDay(day)}`}
            checked={isAll}
            onPress={() => onToggle(ids, !isAll)}
          />
        )}
        {entries.map((entry) => (
          <Tick
            key={entry.row.id}
            title={sayEntry(entry)}
            checked={chosen.has(entry.row.id)}
            onPress={() => onToggle([entry.row.id], !chosen.has(entry.row.id))}
          />
        ))}
      </View>
    </Fold>
  );
}

/** A move of before, and the way back for what is here. */
function Moved({
  move,
  canGoBack,
  nameOf,
  onBack,
}: {
  move: Move;
  canGoBack: boolean;
  nameOf: (clientId: string) => string;
  onBack: (entries: Entry[], to: 'otherSide' | { clientId: string }, why: string) => void;
}) {
  const { change, entries } = move;
  return (
    <View style={{ gap: space.xs, alignItems: 'flex-start' }}>
      <Say small>
        {`${capital(sayDay(move.on))}: ${sayMove(move, change.kind === 'otherSide' ? '' : nameOf(change.clientId))}`}
      </Say>
      {canGoBack && change.kind !== 'away' && (
        <Button
          type="outline"
          title="Move back"
          accessibilityLabel={`Move back: ${sayMove(move, change.kind === 'otherSide' ? '' : nameOf(change.clientId))}`}
          onPress={() =>
            onBack(
              entries,
              change.kind === 'otherSide' ? 'otherSide' : { clientId: change.clientId },
              'Moved by mistake',
            )
          }
        />
      )}
    </View>
  );
}
