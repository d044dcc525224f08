import { router, type ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { sayKept, TROUBLE } from '@zither/words/attention';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { allHeld, useAppSelector } from '../data/index.ts';

/** Stands in for a page that failed: what is kept, and two ways on. Every route has it. */
export function ErrorBoundary({ error, retry }: ErrorBoundaryProps) {
  const waiting = useAppSelector((s) => allHeld(s).length);
  const { storage } = useAppSelector((s) => s.outbox);
  return (
    <View style={{ padding: space.l }}>
      <Notice
        tone="now"
        actions={[
          // A part of the app that did not arrive is only asked for again by a page loaded anew.
          { label: 'Reload the page', onPress: () => window.location.reload() },
          {
            label: 'To the clients',
            onPress: () => {
              router.replace('/clients');
              void retry();
            },
          },
        ]}
      >
        <View style={{ gap: space.s }}>
          <Say strong>{TROUBLE}</Say>
          <Say>{sayKept(waiting, storage === 'ok')}</Say>
          <Say soft small>
            {error.message.replace(/\S*https?:\S+/g, '').slice(0, 120)}
          </Say>
        </View>
      </Notice>
    </View>
  );
}
