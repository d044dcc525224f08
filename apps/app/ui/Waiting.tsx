import { ActivityIndicator, View } from 'react-native';
import { Notice } from './Notice.tsx';
import { Say } from './Say.tsx';
import { space } from './theme.ts';
import { useLook } from './useLook.ts';
import { sayUnreachable } from '@zither/words/attention';

/** Loading, with words. */
export function Waiting({ what, verb = 'Fetching' }: { what: string; verb?: string }) {
  const { colors } = useLook();
  return (
    <View style={{ padding: space.xl, gap: space.m, alignItems: 'center' }} role="status">
      {/* The words say it; a nameless bar beside them would be read out twice. */}
      <View aria-hidden>
        <ActivityIndicator color={colors.brass} />
      </View>
      <Say soft>{`${verb} ${what}…`}</Say>
    </View>
  );
}

/** The server does not answer. */
export function Unreachable({ what, retry }: { what: string; retry: () => void }) {
  return (
    <View style={{ padding: space.l }}>
      <Notice tone="now" actions={[{ label: 'Try again', onPress: retry }]}>
        {sayUnreachable(what)}
      </Notice>
    </View>
  );
}
