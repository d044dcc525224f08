import { placedOf, isSame, type Case } from '@zither/core';
import { sayChance } from '@zither/words/chance';
import { sayCarried, sayFound, sayLoadFollows, sayRoom } from '@zither/words/setup';
import { sayLockBarred, STOP_WORDS } from '@zither/words/trials';
import { View } from 'react-native';
import type { LoopAnswer } from '@zither/visit';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { PainPanel } from '../probe/index.ts';
import { Believed, Footing, TriedPart } from './TryParts.tsx';
import { LockForm } from './LockPart.tsx';
import { RecordPart } from './RecordPart.tsx';
import type { Segment } from './segments.ts';
import type { SetPage } from './useSetPage.ts';
import type { Trial } from './useTrial.ts';

/** Questions a trial asks before anything else: where it hurt, or why this setup is locked. */
export function TrialAsks({ trial }: { trial: Trial }) {
  const { current, hurting, isLocking } = trial;
  return (
    <>
      {hurting && (
        <PainPanel
          test={`trying ${sayFound(placedOf(hurting))}`}
          onPain={trial.hurt}
          onNone={trial.hurtNot}
        />
      )}
      {isLocking && current && (
        <LockForm
          setup={sayFound(current)}
          isTried={trial.isTried}
          barred={trial.mayLock ? null : sayLockBarred(trial.method.name)}
          onLock={trial.lock}
          onCancel={() => trial.setIsLocking(false)}
        />
      )}
    </>
  );
}

/** The trials of Set: record what the reps showed, and the next setup worth trying is at the top, until one is to be locked. */
export function TrialsPart({
  page,
  trial,
  question,
  onShow,
}: {
  page: SetPage;
  trial: Trial;
  /** The setup on trial. */
  question: Case;
  onShow: (segment: Segment) => void;
}) {
  const { dossier, answer, isFresh, method, basis } = page;
  const { current, showed, isStopped, trials } = trial;
  const loop = answer?.loop ?? null;
  const { advice = null, stop = null } = (isFresh && loop) || {};
  const isAdvised = current !== null && advice !== null && isSame(current, advice);
  return (
    <>
      <Part>
        {!isFresh && !page.hasFailed && <Say soft>Working out what to try…</Say>}
        {stop && (
          <Notice
            tone={stop === 'pain' ? 'now' : 'before'}
            actions={
              stop === 'pain'
                ? []
                : [
                    {
                      label: 'What each method would do',
                      onPress: () => onShow('alternatives'),
                    },
                    { label: 'Map of chances', onPress: () => onShow('map') },
                  ]
            }
          >
            {STOP_WORDS[stop]}
          </Notice>
        )}
        {isAdvised && basis && <Reasons lines={sayRoom(advice, basis.question, method)} />}
        {current && !isStopped && <Footing question={question} />}
        {!isStopped && loop && isFresh && (
          <OtherSetups page={page} loop={loop} onMap={() => onShow('map')} />
        )}
      </Part>
      {current && showed && trial.canRecord && (
        <RecordPart
          method={trial.method}
          targetDepthDeg={current.targetDepthDeg}
          showed={showed}
          comfort={trial.comfort}
          captures={trial.captures}
          isFromCapture={trial.isFromCapture}
          loads={
            trial.first && {
              first: sayCarried(trial.first),
              own: sayCarried(current.setup),
              follows: sayLoadFollows(current.setup),
            }
          }
          isLoaded={trial.isLoaded}
          onLoaded={trial.load}
          onShowed={trial.mark}
          onComfort={trial.feel}
          onCapture={trial.fillIn}
          onFilm={trial.film}
        />
      )}
      {loop && basis && <Believed answer={loop} measured={basis.question} trials={trials.length} />}
      <TriedPart
        dossier={dossier}
        trials={trials}
        onUndo={(t, undone) => trial.undo(t.id, undone)}
      />
    </>
  );
}

function Reasons({ lines: [first, ...more] }: { lines: string[] }) {
  if (first === undefined) return null;
  if (more.length === 0)
    return (
      <Say small number>
        {first}
      </Say>
    );
  return (
    <Fold title="Room" note={first} explains="room">
      {more.map((line) => (
        <Say key={line} small number>
          {line}
        </Say>
      ))}
    </Fold>
  );
}

/** What else may be tried: the next best of another kind, the setup in use, a point of the map. */
function OtherSetups({
  page: { use, look },
  loop: { choice, advice, method },
  onMap,
}: {
  page: SetPage;
  loop: LoopAnswer;
  onMap: () => void;
}) {
  const others = choice.proposals.filter((p) => !(advice && isSame(p, advice)));
  const isUseOther = use !== null && !(advice && isSame(use, advice));
  return (
    <Fold
      title="Something else first"
      note="Another heel lift, load position or depth; the setup in use; a point of the map"
    >
      {others.map((o) => (
        <Choose
          key={sayFound(o)}
          says={sayFound(o)}
          note={sayChance(o.chance)}
          onPick={() => look(o, method)}
        />
      ))}
      {isUseOther && (
        <Choose
          says={sayFound(use)}
          note={`in use, ${sayChance(use.chance)}`}
          onPick={() => look(use, use.method)}
        />
      )}
      <View style={{ alignItems: 'flex-start' }}>
        <Button type="outline" title="Map of chances" onPress={onMap} />
      </View>
    </Fold>
  );
}

/** A setup to try instead, with a word on it. */
function Choose({ says, note, onPick }: { says: string; note: string; onPick: () => void }) {
  return (
    <View style={{ gap: space.xs }}>
      <Say number>{says}</Say>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.m }}>
        <Button
          type="outline"
          title="Try this"
          accessibilityLabel={`Try this: ${says}`}
          onPress={onPick}
        />
        <Say small soft number>
          {note}
        </Say>
      </View>
    </View>
  );
}
