import { capital } from '@zither/words/terms';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { View } from 'react-native';
import { CAUSES, NODES, type LikelyCause } from '@zither/core';
import { ListItem } from '../../ui/elements.ts';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { BeliefBar } from './BeliefBar.tsx';
import { sayEvidence } from '@zither/words/evidence';
import { sayCause, sayShare, sureWord } from '@zither/words/probe';

export const nodeOf = ({ cause, side }: Pick<LikelyCause, 'cause' | 'side'>): number =>
  NODES.findIndex((n) => n.cause === cause && n.side === side);

const pieces = (weights: LikelyCause['because'], most: number) =>
  weights
    .slice(0, most)
    .map((w) => sayEvidence(w.evidence))
    .join(' · ');

/** One cause: how sure, what it was before, the evidence for it and against it; opens its whole ledger. */
export function CauseRow({
  cause,
  before,
  onOpen,
}: {
  cause: LikelyCause;
  before: number | null;
  onOpen: () => void;
}) {
  const { colors } = useLook();
  const { probability, refer } = cause;
  const name = sayCause(nodeOf(cause));
  const moved = before !== null && Math.abs(before - probability) >= 0.02;
  return (
    <ListItem
      role="link"
      onPress={onOpen}
      containerStyle={{
        paddingHorizontal: 0,
        paddingVertical: space.s,
        borderTopWidth: 1,
        borderColor: colors.hairline,
      }}
    >
      <View style={{ flex: 1, gap: 2 }}>
        <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: space.s }}>
          <View style={{ flex: 1 }}>
            <Say strong>{name}</Say>
          </View>
          <Say strong number>
            {sayShare(probability)}
          </Say>
        </View>
        <BeliefBar probability={probability} before={before} refer={refer} />
        <Say small>
          {`${capital(sureWord(probability))}${moved ? ` · was ${sayShare(before)}` : ''}${refer ? ' · for a clinician' : CAUSES[cause.cause].kind === 'notAFault' ? ' · not a fault' : ''}${cause.because.length > 0 ? `. Because: ${pieces(cause.because, 2)}` : ''}`}
        </Say>
        {cause.against.length > 0 && <Say small soft>{`Against: ${pieces(cause.against, 2)}`}</Say>}
      </View>
      <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
    </ListItem>
  );
}
