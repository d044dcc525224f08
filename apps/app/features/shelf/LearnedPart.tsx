import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { learnedSchema, type Learned } from '@zither/contract';
import { CAUSES } from '@zither/core';
import { countsOf } from '@zither/visit';
import {
  COUNTS_USE,
  FEW,
  DOUBLE_READING,
  isFew,
  sayCount,
  sayCountsUse,
  sayEye,
  sayInPlan,
  sayItem,
  sayReaders,
  sayWorked,
  WORKED_MEANS,
  WORKED_SHOWS,
} from '@zither/words/learned';
import { Button } from '../../ui/elements.ts';
import { Heading, Say } from '../../ui/Say.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Part } from '../../ui/Screen.tsx';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
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
  const causes = [...new Set(learned.worked.map((line) => line.cause))];
  if (show === 'worked')
    return (
      <Part title="What worked here" hint={WORKED_SHOWS}>
        {learned.worked.length === 0 && (
          <Say>No recheck of a plan has been kept yet. Each kept recheck adds to this page.</Say>
        )}
        {causes.map((cause) => (
          <View key={cause} style={{ gap: space.xs }}>
            <Heading level={3}>{CAUSES[cause].name}</Heading>
            {learned.worked
              .filter((line) => line.cause === cause)
              .map((line) => (
                <WorkedLine key={`${line.kind} ${line.id}`} line={line} isUsed={isUsed(line)} />
              ))}
          </View>
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

/** What one drill, cue or heel lift was followed by, beside the same cause without it. */
function WorkedLine({ line, isUsed }: { line: Learned['worked'][number]; isUsed: boolean }) {
  const { isWide } = useLook();
  const isSoft = isFew(line);
  const inPlan = sayInPlan(line, isUsed);
  const cell = (share: number) => (isWide ? { flex: share } : {});
  return (
    <View
      role="group"
      aria-label={[sayWorked(line), isSoft ? FEW : null, inPlan]
        .filter((p) => p !== null)
        .join(' ')}
      style={{
        flexDirection: isWide ? 'row' : 'column',
        gap: isWide ? space.m : 0,
        minHeight: 32,
        paddingBottom: space.xs,
      }}
    >
      <View style={cell(3)}>
        <Say soft={isSoft}>{sayItem(line)}</Say>
      </View>
      <View style={cell(2)}>
        <Say number soft={isSoft}>{`With it ${sayCount(line.with)}`}</Say>
      </View>
      <View style={cell(2)}>
        <Say number soft={isSoft}>{`Without ${sayCount(line.without)}`}</Say>
      </View>
      <View style={cell(3)}>
        <Say small soft>{`${isSoft ? `${FEW} ` : ''}${inPlan ?? ''}`}</Say>
      </View>
    </View>
  );
}
