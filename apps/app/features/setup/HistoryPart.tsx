import { View } from 'react-native';
import { setupHistory } from '@zither/visit';
import { sayEvent } from '@zither/words/history';
import { sayFound } from '@zither/words/setup';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { useChanges } from '../data/index.ts';
import { LockedPart } from './LockPart.tsx';
import type { SetPage } from './useSetPage.ts';

/** What happened to this client's setup: the locked versions, then every choice, trial and lock, newest first. */
export function HistoryPart({ page: { dossier, day } }: { page: SetPage }) {
  const { colors } = useLook();
  const { takeBackLock } = useChanges();
  const events = setupHistory(dossier);
  return (
    <>
      <LockedPart
        dossier={dossier}
        onTakeBack={(lock, takenBack) => takeBackLock(dossier.client.id, lock, takenBack)}
      />
      <Part title="What happened">
        {events.length === 0 && (
          <Say soft>Nothing yet: no setup was chosen, tried or locked for this client.</Say>
        )}
        <View role="list">
          {events.map((event) => {
            const { title, when, note } = sayEvent(event, day);
            return (
              <View
                key={`${event.kind} ${event.id}`}
                role="listitem"
                style={{
                  borderTopWidth: 1,
                  borderColor: colors.hairline,
                  paddingVertical: space.s,
                }}
              >
                <Say strong>{title}</Say>
                <Say small soft number>
                  {when}
                </Say>
                <Say number>{sayFound(event)}</Say>
                {note !== '' && (
                  <Say small number>
                    {note}
                  </Say>
                )}
              </View>
            );
          })}
        </View>
      </Part>
    </>
  );
}
