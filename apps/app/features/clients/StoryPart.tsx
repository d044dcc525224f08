import { useEffect, useMemo, useState } from 'react';
import { FlatList, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { methodById, storyOf, summaryOf, trendsOf } from '@zither/visit';
import { count } from '@zither/words/terms';
import { sayGlance, sayStory, TREND_MEANS } from '@zither/words/story';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { today } from '../data/index.ts';
import { TrendString } from './TrendString.tsx';

/** What limits now, what is worked on, and when to look again. */
export function GlancePart({ dossier }: { dossier: Dossier }) {
  const day = today();
  const lines = useMemo(() => sayGlance(dossier, summaryOf(dossier, day), day), [dossier, day]);
  if (lines.length === 0) return null;
  return (
    <Part>
      {lines.map(({ label, text }) => (
        <View key={label} style={{ flexDirection: 'row', gap: space.m }}>
          <View style={{ width: 84 }}>
            <Say soft small>
              {label}
            </Say>
          </View>
          <View style={{ flex: 1 }}>
            <Say>{text}</Say>
          </View>
        </View>
      ))}
    </Part>
  );
}

/** The story below the fold: worked out once the page stands, so that it keeps nobody waiting. */
export function StoryPart({ dossier }: { dossier: Dossier }) {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 0);
    return () => clearTimeout(timer);
  }, []);
  return isLate ? <Story dossier={dossier} /> : null;
}

/** The measures over the visits, and everything that happened, the newest first. */
function Story({ dossier }: { dossier: Dossier }) {
  const day = today();
  const trends = useMemo(() => trendsOf(dossier), [dossier]);
  const events = useMemo(() => storyOf(dossier), [dossier]);
  return (
    <Part>
      {trends.length > 0 && (
        <Fold title="Trends" note={count(trends.length, 'measure')} startsOpen={trends.length <= 4}>
          {trends.map((t) => (
            <TrendString key={`${t.measure} ${t.side ?? ''}`} of={t} />
          ))}
          <Say small soft>
            {TREND_MEANS}
          </Say>
        </Fold>
      )}
      <Fold title="What happened" note={count(events.length, 'entry')}>
        <FlatList
          data={events}
          style={{ maxHeight: 520 }}
          initialNumToRender={12}
          windowSize={5}
          keyExtractor={(e) => e.key}
          renderItem={({ item }) => {
            const { title, when, note } = sayStory(
              item,
              day,
              (id) => methodById(dossier.schools, id).name,
            );
            return (
              <View style={{ paddingVertical: space.s }}>
                <Say strong>{title}</Say>
                <Say small soft>
                  {when}
                </Say>
                {note !== '' && <Say small>{note}</Say>}
              </View>
            );
          }}
        />
      </Fold>
    </Part>
  );
}
