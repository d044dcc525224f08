import { View } from 'react-native';
import type { PrescriptionValues } from '@zither/contract';
import { CAUTIONS } from '@zither/core';
import { sayShortDay } from '@zither/words/days';
import { sayHow } from '@zither/words/plan';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { DrillPicture } from '../../ui/DrillPicture.tsx';
import { sayWeek } from '@zither/words/week';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

/** A prescription in full: what was found, how to stand, what to think of, what to do, and the cautions. */
export function Plan({
  plan,
  photos,
  onShowCues,
}: {
  plan: PrescriptionValues;
  /** The practice's own photos, by drill. */
  photos: Readonly<Record<string, string>>;
  /** Shows the cues across the room; left out where they are not those of now. */
  onShowCues?: () => void;
}) {
  return (
    <View>
      <Part title="What to work on">
        {plan.findings
          .filter((finding) => finding.because !== '')
          .map((finding) => (
            <Say key={`${finding.cause} ${finding.side}`}>{finding.because}</Say>
          ))}
      </Part>
      <Part title="How to stand">
        <Say strong number>
          {plan.summary}
        </Say>
        {plan.why !== '' && <Say>{plan.why}</Say>}
        {plan.changes.length === 0 && <Say soft>The same as the unprompted stance.</Say>}
        {plan.changes.map((change) => (
          <Entry key={change.what} title={change.what} because={change.because} />
        ))}
      </Part>
      {plan.training.length > 0 && (
        <Part title="What to train">
          {plan.training.map((line, i) => (
            <Say key={line} strong={i === 0} number>
              {line}
            </Say>
          ))}
        </Part>
      )}
      {plan.beforeLoad.length > 0 && (
        <Part title="Before the load">
          {plan.beforeLoad.map((line) => (
            <Say key={line} number>
              {line}
            </Say>
          ))}
        </Part>
      )}
      {plan.cues.length > 0 && (
        <Part title={plan.cues.length > 1 ? 'Two cues' : 'One cue'}>
          {plan.cues.map((cue) => (
            <Entry
              key={cue.id}
              title={`“${cue.words}”`}
              because={cue.because}
              care={cue.precaution}
            />
          ))}
          {onShowCues && (
            <View style={{ alignItems: 'flex-start' }}>
              <Button type="outline" title="Show across the room" onPress={onShowCues} />
            </View>
          )}
        </Part>
      )}
      {plan.drills.length > 0 && (
        <Part title="Preparation, in this order">
          {plan.time !== '' && <Say soft>{plan.time}</Say>}
          {plan.look !== '' && <Say>{plan.look}</Say>}
          {plan.drills.map((drill, i) => (
            <Entry
              key={drill.id}
              title={`${i + 1}. ${drill.name} · ${drill.dose}`}
              picture={drill.id}
              photo={photos[drill.id]}
              detail={sayHow(drill)}
              because={drill.because}
              care={drill.precaution}
            />
          ))}
        </Part>
      )}
      {plan.week && (
        <Part title="The week">
          {sayWeek(plan.week.days, plan.drills.length > 0).map((line) => (
            <Say key={line}>{line}</Say>
          ))}
          {plan.recheckOn && <Say>{`Recheck on ${sayShortDay(plan.recheckOn)}.`}</Say>}
        </Part>
      )}
      {plan.since && plan.since.lines.length > 0 && (
        <Part>
          <Fold
            title={`Different from the plan of ${sayShortDay(plan.since.on)}`}
            note={`${plan.since.lines.length}`}
          >
            {plan.since.lines.map((line) => (
              <Say key={line}>{line}</Say>
            ))}
          </Fold>
        </Part>
      )}
      {plan.notAdvised.length > 0 && (
        <Part title="Left out">
          {plan.notAdvised.map((left) => (
            <Say key={left.id} small>
              {left.because}
            </Say>
          ))}
        </Part>
      )}
      <Part title="Take care">
        {CAUTIONS.map((caution) => (
          <Say key={caution}>{caution}</Say>
        ))}
      </Part>
    </View>
  );
}

function Entry({
  title,
  picture,
  photo,
  detail,
  because,
  care,
}: {
  title: string;
  /** Of a drill: its id. */
  picture?: string;
  photo?: string | undefined;
  detail?: string;
  because: string;
  care?: string;
}) {
  const { colors } = useLook();
  return (
    <View style={{ borderLeftWidth: 2, borderColor: colors.brass, paddingLeft: space.m, gap: 2 }}>
      <Say strong number>
        {title}
      </Say>
      {picture && <DrillPicture id={picture} photo={photo} />}
      {detail && <Say>{detail}</Say>}
      <Say soft small>
        Because: {because}
      </Say>
      {care && (
        <Say soft small>
          Care: {care}
        </Say>
      )}
    </View>
  );
}
