import { View } from 'react-native';
import type { MethodProfile, Proposal, SetupQuestion } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { ChanceBar } from './ChanceBar.tsx';
import { sayChance } from '@zither/words/chance';
import { sayUseButton } from '@zither/words/locking';
import { KIND_NAMES, sayChoice, sayFound, sayProposal, saySearchedWith } from '@zither/words/setup';
import type { MethodState } from './useSet.ts';
import { sayPercent } from '@zither/words/numbers';

/** What one method would propose: the few setups worth trying, each with its chance and its reasons, to look at or to use. */
export function SchoolPane({
  profile,
  question,
  state,
  isLocked,
  onLook,
  onUse,
}: {
  profile: MethodProfile;
  question: SetupQuestion;
  state: MethodState;
  /** Another setup is locked: using one of these takes that lock back, and says so. */
  isLocked: boolean;
  /** Shows it at the top, against the setup in use. */
  onLook: (proposal: Proposal) => void;
  onUse: (proposal: Proposal) => void;
}) {
  const { colors } = useLook();
  return (
    <Part title={profile.name} hint={profile.holds}>
      {state.kind === 'searching' && (
        <Say soft number>
          {`Searching: ${sayPercent(state.share)}.`}
        </Say>
      )}
      {state.kind === 'failed' && (
        <Notice tone="now">
          The part of the app that searches setups could not be started. Reload the page; nothing is
          lost.
        </Notice>
      )}
      {state.kind === 'answer' && (
        <>
          {!state.isWhole && (
            <Say soft number>
              {`First answer; still searching: ${sayPercent(state.share)}.`}
            </Say>
          )}
          {sayChoice(state.answer, profile) !== null && (
            <Notice tone="before">{sayChoice(state.answer, profile) ?? ''}</Notice>
          )}
          {state.answer.proposals.map((p) => (
            <View
              // As the search goes on a setup may gain or lose a name; what is open below it stays open.
              key={p.kinds[0] ?? 'first'}
              style={{
                gap: space.xs,
                paddingTop: space.m,
                borderTopWidth: 1,
                borderColor: colors.hairline,
              }}
            >
              <Say small strong soft>
                {p.kinds.map((k) => KIND_NAMES[k]).join(' · ')}
              </Say>
              <Say strong number>
                {sayFound(p)}
              </Say>
              <ChanceBar chance={p.chance} />
              <Say small number>{`Gets down in about ${sayChance(p.chance)}.`}</Say>
              <Fold title="Why" note={sayProposal(p, question, profile)[0] ?? ''}>
                {sayProposal(p, question, profile)
                  .slice(1)
                  .map((r) => (
                    <Say key={r} small>
                      {r}
                    </Say>
                  ))}
              </Fold>
              <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
                <Button
                  type="outline"
                  title="Look at it"
                  accessibilityLabel={`Look at it: ${profile.name}, ${KIND_NAMES[p.kinds[0] ?? 'first'].toLowerCase()}`}
                  onPress={() => onLook(p)}
                />
                <Button
                  type="outline"
                  title={sayUseButton(isLocked)}
                  accessibilityLabel={`${sayUseButton(isLocked)}: ${profile.name}, ${KIND_NAMES[p.kinds[0] ?? 'first'].toLowerCase()}`}
                  onPress={() => onUse(p)}
                />
              </View>
            </View>
          ))}
          <Say small soft number>
            {saySearchedWith(state.answer.searched)}
          </Say>
        </>
      )}
    </Part>
  );
}
