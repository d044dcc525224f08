import { capital, count } from '@zither/words/terms';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { ScrollView, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import {
  POSITIONS,
  progressOn,
  QUICK_STATIONS,
  STATIONS,
  type Station,
  type StationId,
} from '@zither/core';
import { Button, ListItem } from '../../ui/elements.ts';
import { RowButton } from '../../ui/RowButton.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { sayMissing } from '@zither/words/missing';
import { STATE_NAMES } from '@zither/words/watch';
import { readingOnIn, safetyOf, disagreeing, type StageState, missingOf } from '@zither/visit';
import { StateChoice, useBodyState } from '../instrument/index.ts';
import { MovedPart } from '../probe/index.ts';
import { StageBead } from '../session/index.ts';
import { today } from '../data/index.ts';
import { useStation } from './StationPane.tsx';
import { QUICK_TRIALS, useQuick } from './useQuick.ts';
import { NEED_NAMES, sayBrief } from '@zither/words/measure';
import { sayLength, sayMass } from '@zither/words/units';

/** How a station stands on a day, and what it gave, in a few characters. */
export function stationView(
  dossier: Dossier,
  station: Station,
  day: string,
  isQuick = false,
): { state: StageState; brief: string } {
  if (station.id === 'body') {
    const { client } = dossier;
    const measured =
      Object.values(client.segmentsMm).filter((v) => v !== undefined).length +
      [client.interAsisMm, client.shoulderWidthMm].filter((v) => v !== null).length;
    return {
      state: measured > 0 ? 'done' : 'partial',
      brief: `${sayLength(client.statureMm, 1)} · ${sayMass(client.massKg)} · ${measured === 0 ? 'lengths estimated' : `${count(measured, 'length')} measured`}`,
    };
  }
  const odd = disagreeing(dossier, day).some((m) => station.measures.includes(m));
  const progress = station.measures.map((m) =>
    progressOn(dossier.trials, m, day, isQuick ? QUICK_TRIALS : undefined),
  );
  const isFull = station.either
    ? progress.some((p) => p.taken >= p.wanted)
    : progress.every((p) => p.taken >= p.wanted);
  const isBegun = progress.some((p) => p.taken > 0);
  const said = (on?: string) =>
    station.measures
      .map((m) => sayBrief(dossier, m, on))
      .filter((b) => b !== null)
      .join(' · ');
  const brief = said(day);
  const earlier = said();
  const need = capital(NEED_NAMES[station.need]);
  return {
    state: odd ? 'attention' : isFull ? 'done' : isBegun ? 'partial' : 'open',
    brief:
      brief === ''
        ? earlier === ''
          ? `${need} · never read`
          : `${need} · last time ${earlier}`
        : odd
          ? `${brief} · trials disagree`
          : brief,
  };
}

/** Measuring: the stations in the order that moves the client least, and the one in hand. List or station on the phone, both on wide. */
export function MeasureScreen({ dossier, at }: { dossier: Dossier; at: StationId | null }) {
  const { isWide } = useLook();
  const day = today();
  const [isQuick] = useQuick(dossier.client.id, day);
  const list = isQuick ? QUICK_STATIONS : STATIONS;
  const next =
    list.find((s) => s.id !== 'body' && stationView(dossier, s, day, isQuick).state !== 'done') ??
    (isQuick ? undefined : STATIONS[1]);
  const station = STATIONS.find((s) => s.id === at) ?? (isWide ? (next ?? list[0]) : undefined);
  if (!station) return <StationsOnly dossier={dossier} day={day} next={next} />;
  return <AtStation key={station.id} dossier={dossier} station={station} day={day} />;
}

const goTo = (dossier: Dossier, id: StationId) =>
  router.navigate(`/clients/${dossier.client.id}/measure/${id}`);

function StationsOnly({
  dossier,
  day,
  next,
}: {
  dossier: Dossier;
  day: string;
  next: Station | undefined;
}) {
  const { client } = dossier;
  const [isQuick, setQuick] = useQuick(client.id, day);
  // A five-minute look takes all that it says is needed: knee travel is read at leisure.
  const missing = missingOf(dossier).filter((what) => !isQuick || what !== 'kneeTravel');
  return (
    <Screen
      title="Measure"
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={{ to: `/clients/${client.id}`, label: `Back to ${client.name}` }}
      foot={
        <RowButton
          title={next ? `Next: ${next.name}` : 'Next: Watch'}
          buttonStyle={{ minHeight: 52 }}
          onPress={() =>
            next ? goTo(dossier, next.id) : router.navigate(`/clients/${client.id}/watch`)
          }
        />
      }
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safetyOf(dossier, day)} />
        {missing.length > 0 && (
          <Say soft small>{`A setup still needs: ${sayMissing(missing)}.`}</Say>
        )}
        <QuickChoice isQuick={isQuick} onChange={setQuick} />
      </Part>
      <MovedPart dossier={dossier} />
      <StationList dossier={dossier} day={day} here={null} />
    </Screen>
  );
}

function AtStation({ dossier, station, day }: { dossier: Dossier; station: Station; day: string }) {
  const { colors, isWide } = useLook();
  const { client } = dossier;
  const [state, setState] = useBodyState(client.id, day);
  const [isQuick, setQuick] = useQuick(client.id, day);
  const readIn = useMemo(() => readingOnIn(dossier, day, state), [dossier, day, state]);
  const { body, foot } = useStation(readIn, station, day);
  const page = (
    <Screen
      title={station.name}
      aside={<StopButton dossier={dossier} />}
      who={client.name}
      back={
        isWide
          ? { to: `/clients/${client.id}`, label: `Back to ${client.name}` }
          : { to: `/clients/${client.id}/measure`, label: 'Back to all stations' }
      }
      foot={foot}
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safetyOf(dossier, day)} />
        <Fold
          title="Cold, warm, or after the routine"
          note={state === null ? 'Not said' : STATE_NAMES[state]}
        >
          <StateChoice value={state} onChange={setState} />
          {state === 'after' && (
            <Say small soft>
              Readings after the routine are shown beside those of before; they are not averaged
              with them.
            </Say>
          )}
        </Fold>
      </Part>
      {body}
      <MovedPart dossier={dossier} />
    </Screen>
  );
  if (!isWide) return page;
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      <View style={{ width: 320, borderRightWidth: 1, borderColor: colors.hairline }}>
        <ScrollView tabIndex={0}>
          <View style={{ padding: space.l, paddingBottom: 0, gap: space.s }}>
            <Heading level={2}>Measure</Heading>
            <Button
              type="outline"
              title="Open the sheet"
              onPress={() => router.navigate(`/clients/${client.id}/sheet`)}
            />
          </View>
          <View style={{ paddingHorizontal: space.l, paddingTop: space.m }}>
            <QuickChoice isQuick={isQuick} onChange={setQuick} />
          </View>
          <StationList dossier={dossier} day={day} here={station.id} />
        </ScrollView>
      </View>
      <View style={{ flex: 1 }}>{page}</View>
    </View>
  );
}

function StationList({
  dossier,
  day,
  here,
}: {
  dossier: Dossier;
  day: string;
  here: StationId | null;
}) {
  const { colors } = useLook();
  const [isQuick] = useQuick(dossier.client.id, day);
  const list = isQuick ? QUICK_STATIONS : STATIONS;
  return (
    <View>
      {POSITIONS.filter((p) => list.some((s) => s.position === p.id)).map((position) => (
        <View key={position.id}>
          <View
            style={{ paddingHorizontal: space.l, paddingTop: space.l, paddingBottom: space.xs }}
          >
            <Heading level={3}>{position.name}</Heading>
          </View>
          {list
            .filter((s) => s.position === position.id)
            .map((station) => {
              const { state, brief } = stationView(dossier, station, day, isQuick);
              return (
                <ListItem
                  key={station.id}
                  onPress={() => goTo(dossier, station.id)}
                  role="link"
                  aria-current={here === station.id ? 'page' : undefined}
                  containerStyle={{
                    minHeight: 56,
                    paddingVertical: space.s,
                    backgroundColor: here === station.id ? colors.sunken : 'transparent',
                  }}
                >
                  <StageBead state={state} />
                  <ListItem.Content>
                    <ListItem.Title>{station.name}</ListItem.Title>
                    <ListItem.Subtitle>{brief}</ListItem.Subtitle>
                  </ListItem.Content>
                  {here === null && (
                    <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
                  )}
                </ListItem>
              );
            })}
        </View>
      ))}
    </View>
  );
}

/** Everything, or only what a setup needs, once each, and by eye. */
function QuickChoice({
  isQuick,
  onChange,
}: {
  isQuick: boolean;
  onChange: (isQuick: boolean) => void;
}) {
  return (
    <View style={{ gap: space.xs }}>
      <Choice
        label="This visit"
        hideLabel
        options={[
          { value: 'all', label: 'Everything' },
          { value: 'quick', label: 'Five-minute look' },
        ]}
        value={isQuick ? 'quick' : 'all'}
        onChange={(to) => onChange(to === 'quick')}
      />
      {isQuick && (
        <Say soft small>
          One reading each of what a setup needs, then watch by eye. Fewer readings leave wider
          intervals.
        </Say>
      )}
    </View>
  );
}
