import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import type { ClientLine, Dossier } from '@zither/contract';
import {
  floorStage,
  isHeld,
  limitsOf,
  loadAnswer,
  loadSetsOf,
  mayRepeat,
  rulesOn,
  safetyOf,
  settledSetup,
} from '@zither/visit';
import { sayRest } from '@zither/words/floor';
import { STAGE_NAMES } from '@zither/words/stages';
import { sayAdvice, saySet } from '@zither/words/loadLog';
import { Button } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newId, today, useChanges, useDossier, useDraft, useTableChanges } from '../data/index.ts';
import { repeated, setValues } from '../loads/index.ts';

export const BOARD_MOST = 8;
/** Three beside the list at 1280 px, so that eight are in sight at once. */
const TILE_PX = 228;

/** Time of now, every second while it is looked at. */
function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** Up to eight clients at once, each with name, rest clock and the next set. */
export function Board({
  lines,
  onOpen,
  onRemove,
}: {
  lines: readonly ClientLine[];
  onOpen: (line: ClientLine) => void;
  onRemove: (id: string) => void;
}) {
  const now = useNow();
  const { value: starts, set: setStarts } = useDraft<Record<string, number>>('floor/clocks', {});
  const start = (id: string) => setStarts({ ...starts, [id]: now });
  const stop = (id: string) =>
    setStarts(Object.fromEntries(Object.entries(starts).filter(([key]) => key !== id)));
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.m }}>
      {lines.map((line) => (
        <Tile
          key={line.id}
          line={line}
          seconds={starts[line.id] === undefined ? null : (now - starts[line.id]!) / 1000}
          onStart={() => start(line.id)}
          onStop={() => stop(line.id)}
          onOpen={() => onOpen(line)}
          onRemove={() => onRemove(line.id)}
        />
      ))}
    </View>
  );
}

function Tile({
  line,
  seconds,
  onStart,
  onStop,
  onOpen,
  onRemove,
}: {
  line: ClientLine;
  /** Since the clock was started; null = it stands. */
  seconds: number | null;
  onStart: () => void;
  onStop: () => void;
  onOpen: () => void;
  onRemove: () => void;
}) {
  const { colors } = useLook();
  const view = useDossier(line.id);
  const day = today();
  return (
    <View
      role="group"
      aria-label={line.name}
      style={{
        width: TILE_PX,
        padding: space.s,
        gap: space.xs,
        borderWidth: 1,
        borderRadius: 6,
        borderColor: colors.hairline,
        backgroundColor: colors.surface,
      }}
    >
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <View style={{ flex: 1, alignItems: 'flex-start' }}>
          <Button
            type="clear"
            title={line.name}
            aria-label={`Open ${line.name} at ${STAGE_NAMES[floorStage(line, day)]}`}
            buttonStyle={{ paddingHorizontal: 0 }}
            titleStyle={{ color: colors.ink, fontSize: 18 }}
            onPress={onOpen}
          />
        </View>
        <Button
          type="clear"
          icon={<MaterialIcons name="close" size={20} color={colors.inkSoft} />}
          aria-label={`Take ${line.name} off the board`}
          buttonStyle={{ width: TARGET_PX, paddingHorizontal: 0 }}
          onPress={onRemove}
        />
      </View>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View role="timer" aria-label={`Rest of ${line.name}`} style={{ flex: 1 }}>
          <Say strong number style={{ fontSize: 28, lineHeight: 34 }}>
            {seconds === null ? '–:––' : sayRest(Math.max(0, seconds))}
          </Say>
        </View>
        <Button
          type="outline"
          title={seconds === null ? 'Start rest' : 'End rest'}
          aria-label={`${seconds === null ? 'Start rest' : 'End rest'}: ${line.name}`}
          onPress={seconds === null ? onStart : onStop}
        />
      </View>
      {view.state === 'ready' ? (
        <NextSet dossier={view.dossier} onDone={onStart} />
      ) : (
        <Say soft>
          {view.state === 'unreachable' ? 'The client’s record could not be loaded.' : 'Loading…'}
        </Say>
      )}
    </View>
  );
}

/** The set to do next: the same again in one tap, which also starts the rest; anything else on the client's own page. */
function NextSet({ dossier, onDone }: { dossier: Dossier; onDone: () => void }) {
  const { client } = dossier;
  const { moment, putLoadSet } = useChanges();
  const day = today();
  const safety = useMemo(() => safetyOf(dossier, day), [dossier, day]);
  const [last] = loadSetsOf(dossier);
  const { changes: tables } = useTableChanges();
  const advice = useMemo(() => {
    const limits = limitsOf(safety);
    const settled = last && settledSetup(dossier, limits, rulesOn(tables));
    return last ? loadAnswer(dossier, last.rung, limits, settled?.setup ?? null) : null;
  }, [dossier, last, safety, tables]);
  if (isHeld(safety)) return <Notice tone="now">On hold: no sets.</Notice>;
  return (
    <View style={{ gap: space.xs }}>
      <Say small number>
        {last ? saySet(last) : 'No set logged yet.'}
      </Say>
      {advice && (
        <Say small soft>
          {sayAdvice(advice)}
        </Say>
      )}
      <View style={{ flexDirection: 'row', gap: space.s }}>
        {last && advice && mayRepeat(last, advice) && (
          <Button
            title="Same again"
            aria-label={`Same again: ${client.name}`}
            onPress={() => {
              putLoadSet(
                client.id,
                { id: newId(), version: 0 },
                setValues(dossier, repeated(last), day, moment()),
              );
              onDone();
            }}
          />
        )}
        <Button
          type="outline"
          title="Log a set"
          aria-label={`Log a set: ${client.name}`}
          onPress={() => router.navigate(`/clients/${client.id}/load`)}
        />
      </View>
    </View>
  );
}
