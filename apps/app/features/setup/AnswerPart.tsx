import { chancesOf, isWithinReading } from '@zither/core';
import { chanceShown, lockOf, versionInForce, type SetupUse } from '@zither/visit';
import {
  sayChoice,
  sayFound,
  sayInstead,
  sayNoTrial,
  sayToTell,
  sayTelling,
  toTellAt,
  sayStaysLocked,
  saySearched,
} from '@zither/words/setup';
import { NOTHING_MOVED, sayLeftOut, WITHOUT_EACH } from '@zither/words/newest';
import { sayRests } from '@zither/words/trials';
import { router } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useTableChanges } from '../data/index.ts';
import { NumberTrace } from '../instrument/index.ts';
import { ChanceBar } from './ChanceBar.tsx';
import type { Segment } from './segments.ts';
import type { Shown } from './shown.ts';
import { useLeftOut } from './useSet.ts';
import type { SetPage } from './useSetPage.ts';

const SEARCH_FAILED =
  'The part of the app that searches setups could not be started. Reload the page; nothing is lost.';

/** The top of Set: the setup shown, its chance, one sentence why, and what can be done with it now. */
export function AnswerPart({
  page,
  shown,
  segment,
  onShow,
}: {
  page: SetPage;
  /** null = still being worked out. */
  shown: Shown | null;
  segment: Segment;
  onShow: (segment: Segment) => void;
}) {
  const { use, looked, look, putInUse, dossier } = page;
  if (!shown)
    return (
      <Part>
        <Say soft>{page.hasFailed ? SEARCH_FAILED : 'Working out the setup…'}</Say>
      </Part>
    );
  const choice = page.answer?.loop?.choice;
  const loop = page.answer?.loop;
  const says = choice && loop && sayChoice(choice, loop.method);
  // A trial is offered from the same chance on as the search proposes one.
  const least = page.basis ? chancesOf(page.basis.question).try : 1;
  const isWorthATrial = shown.at.chance >= least;
  const first = choice?.proposals[0];
  const other =
    first && use && use.from !== 'proposed' && !isWithinReading(first, use) ? first : null;
  const isTrying = segment === 'trials';
  const isProposed = shown.kind === 'use' && use?.from === 'proposed';
  return (
    <Part title={shown.title} explains={isTrying ? 'trial' : 'setupInUse'}>
      <View style={{ gap: space.s }} testID="answer">
        {/* So many lines always, here and below: the segments must not move from one to the next, nor under a thumb that drags a point of the map. */}
        <Say strong number style={{ minHeight: 44 }}>
          {sayFound(shown.at)}
        </Say>
        <ChanceBar chance={shown.at.chance} />
        <Say style={{ minHeight: 44 }}>{shown.says}</Say>
        {shown.waits && <Say style={{ minHeight: 66 }}>{shown.waits}</Say>}
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s, minHeight: TARGET_PX }}>
        {isProposed && !isTrying && (
          <Button title="Use this setup" onPress={() => putInUse(shown.at, shown.at.method)} />
        )}
        {!isTrying && isWorthATrial && (
          <Button
            type="outline"
            title="Try it now"
            onPress={() => {
              look(shown.at, shown.at.method);
              onShow('trials');
            }}
          />
        )}
        {shown.kind === 'use' && !isTrying && other && (
          <Button
            type="outline"
            title="Look at the smallest change"
            accessibilityLabel={`Look at the smallest change: ${sayFound(other)}`}
            onPress={() => look(other, loop?.method)}
          />
        )}
        {isTrying && page.picked && (
          <Button type="outline" title="Back to what is advised" onPress={() => look(null)} />
        )}
      </View>
      {loop?.insteadOf && !looked && (
        <Say small>{sayInstead(loop.insteadOf, loop.method, page.limits)}</Say>
      )}
      {!isWorthATrial && !isTrying && <Say small>{sayNoTrial(least)}</Say>}
      {says && !looked && (choice?.kind !== 'tryFirst' || !isWorthATrial) && (
        <Say small>{says}</Say>
      )}
      {lockOf(dossier) && shown.kind !== 'use' && (
        <Say small soft>
          {sayStaysLocked(versionInForce(dossier)?.number ?? 1)}
        </Say>
      )}
    </Part>
  );
}

/** What a whole way to the depth asked for would need, and which readings would tell more. */
export function FurtherPart({ page, shown }: { page: SetPage; shown: Shown | null }) {
  const { answer, use, dossier } = page;
  if (!answer?.loop || !use || !shown) return null;
  const { choice } = answer.loop;
  const says = choice.kind === 'tryFirst' ? sayChoice(choice, answer.loop.method) : null;
  return (
    <Part>
      {says && <Say small>{says}</Say>}
      <Fold
        title="What the chance rests on"
        note={`${saySearched(choice.searched)}, ${sayRests(answer.basis?.tried.length ?? 0, Boolean(answer.basis?.question.watched))}`}
      >
        {page.ground && (
          <NumberTrace numbers={[chanceShown(shown.at.chance, shown.at.method, page.ground)]} />
        )}
      </Fold>
      {answer.basis?.question && (
        <Fold title="What moved the chance" note="Looks, tests and readings, one by one">
          <MovedChance page={page} use={use} />
        </Fold>
      )}
      {answer.tellMore[0] && (
        <Fold title="What would tell more" note={sayToTell(answer.tellMore[0])}>
          {answer.tellMore.slice(0, 4).map((telling) => (
            <View key={sayToTell(telling)} style={{ gap: space.xs }}>
              <Say small number>
                {sayTelling(telling)}
              </Say>
              <View style={{ alignItems: 'flex-start' }}>
                <Button
                  type="outline"
                  title="Take it"
                  accessibilityLabel={`Take it: ${sayToTell(telling)}`}
                  onPress={() =>
                    router.navigate(`/clients/${dossier.client.id}/${toTellAt(telling)}` as never)
                  }
                />
              </View>
            </View>
          ))}
        </Fold>
      )}
    </Part>
  );
}

/** How the chance of the setup in use would be without each entry; worked out once it is opened. */
function MovedChance({ page: { dossier, day }, use }: { page: SetPage; use: SetupUse }) {
  const { changes: tables } = useTableChanges();
  const { list, hasFailed } = useLeftOut(
    useMemo(
      () => ({
        dossier,
        on: day,
        tables,
        of: {
          at: { setup: use.setup, targetDepthDeg: use.targetDepthDeg },
          method: use.method,
          chance: use.chance,
        },
      }),
      [dossier, day, tables, use],
    ),
  );
  if (hasFailed) return <Say small>{SEARCH_FAILED}</Say>;
  if (!list)
    return (
      <Say soft small>
        Working out each entry…
      </Say>
    );
  return (
    <>
      <Say small soft>
        {list.length > 0 ? WITHOUT_EACH : NOTHING_MOVED}
      </Say>
      {list.map((one) => (
        <Say key={one.entry.row.id} small number>
          {sayLeftOut(one, use.chance)}
        </Say>
      ))}
    </>
  );
}
