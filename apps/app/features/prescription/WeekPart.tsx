import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { formatISO } from 'date-fns/formatISO';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { DAY_KINDS, daysExchanged, weekWarnings, type DayKind, type Week } from '@zither/core';
import type { WeekAnswer } from '@zither/visit';
import { sayShortDay } from '@zither/words/days';
import { DAY_KIND_NAMES, DAY_NAMES, shortDay, WEEK_WARNINGS } from '@zither/words/week';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newId, today, useChanges } from '../data/index.ts';

const RECHECK_WEEKS = [1, 2, 3, 4, 6] as const;
const inWeeks = (n: number) =>
  formatISO(addDays(parseISO(today()), 7 * n), { representation: 'date' });
const weeksUntil = (day: string) => differenceInCalendarDays(parseISO(day), parseISO(today())) / 7;
const TIMES = ['07:00', '12:00', '18:00', '20:00'] as const;

/** The week of the plan: tap a day and then another, or drag it there, to exchange them; or give a day another purpose. */
export function WeekPart({ dossier, week }: { dossier: Dossier; week: WeekAnswer }) {
  const { moment, putDecision } = useChanges();
  const [picked, setPicked] = useState<number | null>(null);
  // A tap is a tap: only a pointer that has moved this far drags.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const put = (change: { days?: Week; time?: string; recheckOn?: string }) => {
    setPicked(null);
    putDecision(
      dossier.client.id,
      { id: newId(), version: 0 },
      {
        kind: 'week',
        on: today(),
        at: moment(),
        takenBack: false,
        days: [...(change.days ?? week.days)],
        time: change.time ?? week.time,
        recheckOn: change.recheckOn ?? week.recheckChosen,
      },
    );
  };
  const exchange = (one: number, other: number) => {
    if (one === other) setPicked(null);
    else put({ days: daysExchanged(week.days, one, other) });
  };
  const tap = (day: number) => (picked === null ? setPicked(day) : exchange(picked, day));
  return (
    <Part title="Move the days">
      <DndContext
        sensors={sensors}
        autoScroll={false}
        collisionDetection={pointerWithin}
        accessibility={{
          screenReaderInstructions: {
            draggable: 'Press a day, then another day, to exchange them.',
          },
        }}
        onDragEnd={({ active, over }) => over && exchange(Number(active.id), Number(over.id))}
      >
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.xs }}>
          {week.days.map((kind, day) => (
            <Day
              key={DAY_NAMES[day]}
              day={day}
              kind={kind}
              isPicked={picked === day}
              onPress={() => tap(day)}
            />
          ))}
        </View>
      </DndContext>
      {picked === null ? (
        <Say small soft>
          Tap a day and then another to exchange them, or drag it there.
        </Say>
      ) : (
        <View style={{ gap: space.s }}>
          <Choice
            label={`${DAY_NAMES[picked]!} is for`}
            options={DAY_KINDS.map((kind) => ({ value: kind, label: DAY_KIND_NAMES[kind] }))}
            value={week.days[picked]!}
            onChange={(kind: DayKind) =>
              put({ days: week.days.map((k, day) => (day === picked ? kind : k)) })
            }
          />
          <View style={{ alignItems: 'flex-start' }}>
            <Button type="clear" title="Leave it" onPress={() => setPicked(null)} />
          </View>
        </View>
      )}
      {weekWarnings(week.days).map((warning) => (
        <Notice key={warning} tone="before">
          {WEEK_WARNINGS[warning]}
        </Notice>
      ))}
      <Choice
        label="Time of the day"
        options={[...new Set([...TIMES, week.time])].sort().map((t) => ({ value: t, label: t }))}
        value={week.time}
        onChange={(time) => put({ time })}
      />
      <Choice
        label={`Recheck: ${sayShortDay(week.recheckOn)}`}
        options={RECHECK_WEEKS.map((n) => ({
          value: String(n),
          label: n === 1 ? 'In a week' : `In ${n} weeks`,
        }))}
        value={String(weeksUntil(week.recheckOn))}
        onChange={(n) => put({ recheckOn: inWeeks(Number(n)) })}
      />
    </Part>
  );
}

/** One day: where it can be dropped and from where it is dragged. */
function Day({
  day,
  kind,
  isPicked,
  onPress,
}: {
  day: number;
  kind: DayKind;
  isPicked: boolean;
  onPress: () => void;
}) {
  const { colors } = useLook();
  const { setNodeRef: drop, isOver } = useDroppable({ id: day });
  const { setNodeRef: drag, listeners, transform, isDragging } = useDraggable({ id: day });
  return (
    <div ref={drop} style={{ flexGrow: 1, flexBasis: 84, display: 'flex' }}>
      <div
        ref={drag}
        {...listeners}
        style={{
          flexGrow: 1,
          display: 'flex',
          touchAction: 'pan-y',
          zIndex: isDragging ? 1 : 0,
          ...(transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : {}),
        }}
      >
        <Pressable
          role="button"
          aria-label={`${DAY_NAMES[day]!}: ${DAY_KIND_NAMES[kind]}`}
          aria-pressed={isPicked}
          onPress={onPress}
          style={{
            flexGrow: 1,
            minHeight: TARGET_PX + 16,
            padding: space.s,
            borderWidth: isPicked || isOver ? 2 : 1,
            borderRadius: 6,
            borderColor: isPicked || isOver ? colors.brass : colors.hairline,
            backgroundColor: kind === 'train' ? colors.lakeWash : colors.surface,
            justifyContent: 'center',
          }}
        >
          <Say small soft>
            {shortDay(day)}
          </Say>
          <Say small strong>
            {DAY_KIND_NAMES[kind]}
          </Say>
        </Pressable>
      </div>
    </div>
  );
}
