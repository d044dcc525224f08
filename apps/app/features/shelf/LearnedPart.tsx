import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { learnedSchema, type Learned } from '@zither/contract';
import { countsOf } from '@zither/visit';
import {
  COUNTS_USE,
  DOUBLE_READING,
  isFew,
  sayCountsUse,
  sayEye,
  sayInPlan,
  sayReaders,
  sayWorked,
  WORKED_MEANS,
} from '@zither/words/learned';
import { Button } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { space } from '../../ui/theme.ts';
import { askServer, useAppSelector, useChanges, usePracticeSchools } from '../data/index.ts';

/** What this practice's own records say, fetched when it is looked at. */
function useLearned(): { learned: Learned | null; hasFailed: boolean; retry: () => void } {
  const [learned, setLearned] = useState<Learned | null>(null);
  const [hasFailed, setFailed] = useState(false);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    let isGone = false;
    void askServer('/learned').then((body) => {
      if (isGone) return;
      const read = learnedSchema.safeParse(body);
      setLearned(read.success ? read.data : null);
      setFailed(!read.success);
    });
    return () => {
      isGone = true;
    };
  }, [asked]);
  return { learned, hasFailed, retry: () => setAsked(asked + 1) };
}

/** Who measured, and what worked here: counts with their intervals, from this practice alone. */
export function LearnedPart({ show }: { show: 'measured' | 'worked' }) {
  const { learned, hasFailed, retry } = useLearned();
  const { schools } = usePracticeSchools();
  if (hasFailed) return <Unreachable what="what your records say" retry={retry} />;
  if (!learned) return <Waiting what="your records" />;
  const isUsed = (line: Learned['worked'][number]) =>
    schools.counts?.drills.some((c) => c.drill === line.id && c.cause === line.cause) === true;
  if (show === 'worked')
    return (
      <Part title="What worked here" hint={`From the rechecks kept of ${learned.clients} clients.`}>
        {learned.worked.length === 0 && (
          <Say>No recheck of a plan has been kept yet. Each kept recheck adds to this page.</Say>
        )}
        {learned.worked.map((line) => (
          <Say key={`${line.cause} ${line.kind} ${line.id}`} number soft={isFew(line)}>
            {[
              sayWorked(line),
              isFew(line) ? 'Too few to go by.' : null,
              sayInPlan(line, isUsed(line)),
            ]
              .filter((part) => part !== null)
              .join(' ')}
          </Say>
        ))}
        <Say small soft>
          {WORKED_MEANS}
        </Say>
        <CountsUse learned={learned} />
      </Part>
    );
  return (
    <Part title="Who measured">
      {learned.coaches.length + learned.instruments.length + learned.eyes.length === 0 && (
        <Say>
          Nothing was read twice yet, and no look has both a camera’s and an eye’s judgement.
        </Say>
      )}
      <View style={{ gap: space.s }}>
        {[...learned.coaches, ...learned.instruments].map((line) => (
          <Say key={`${line.measure} ${line.one} ${line.other}`} number>
            {sayReaders(line)}
          </Say>
        ))}
        {learned.eyes.map((line) => (
          <Say key={`${line.month} ${line.by}`} number>
            {sayEye(line)}
          </Say>
        ))}
      </View>
      <Say small soft>
        {DOUBLE_READING}
      </Say>
    </Part>
  );
}

/** The switch that lets the plan use the counts, as they stand when it is turned on. Off until a coach turns it on. */
function CountsUse({ learned }: { learned: Learned }) {
  const { schools } = usePracticeSchools();
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putCountsUse } = useChanges();
  const now = countsOf(learned);
  const { counts } = schools;
  const keep = (isOn: boolean) =>
    putCountsUse({ at: moment(), by: initials, counts: isOn ? now : null });
  if (now.length === 0 && !counts) return null;
  return (
    <View style={{ gap: space.s, alignItems: 'flex-start' }}>
      <Tick
        title="Let the plan use the counts of drills"
        checked={counts !== undefined}
        onPress={() => keep(counts === undefined)}
      />
      <Say small soft>{`${sayCountsUse(counts)} ${COUNTS_USE}`}</Say>
      {counts && JSON.stringify(counts.drills) !== JSON.stringify(now) && (
        <Button type="outline" title="Use today’s counts" onPress={() => keep(true)} />
      )}
    </View>
  );
}
