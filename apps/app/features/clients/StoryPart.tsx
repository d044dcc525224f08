import { useMemo } from 'react';
import { FlatList, View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { methodById, storyOf, trendsOf } from '@zither/visit';
import { count } from '@zither/words/terms';
import { sayStory, TREND_MEANS } from '@zither/words/story';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { today } from '../data/index.ts';
import { TrendString } from './TrendString.tsx';

/** The measures over the visits, and everything that happened, the newest first. */
export function StoryPart({ dossier }: { dossier: Dossier }) {
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
