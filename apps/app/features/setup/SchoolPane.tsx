import { View } from 'react-native';
import type { MethodProfile, Proposal } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { ChanceBar } from './ChanceBar.tsx';
import { KIND_NAMES, sayFound } from '@zither/words/setup';
import type { SchoolState } from './useSet.ts';

/** What one school would prescribe: the few setups worth trying, each with its chance, its reasons, and a way to take it. */
export function SchoolPane({
  profile,
  state,
  onTake,
}: {
  profile: MethodProfile;
  state: SchoolState;
  onTake: (proposal: Proposal) => void;
}) {
  const { colors } = useLook();
  return (
    <Part title={profile.name} hint={profile.holds}>
      {state.kind === 'searching' && (
        <Say soft number>
          {`Searching: ${Math.round(100 * state.share)} %.`}
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
              {`First answer; still searching: ${Math.round(100 * state.share)} %.`}
            </Say>
          )}
          {state.answer.missing && (
            <Notice tone="before">
              {`Nothing in this school reaches its depth for this client. The smallest change that would: ${state.answer.missing.join(' and ')}.`}
            </Notice>
          )}
          {state.answer.proposals.map((p) => (
            <View
              key={p.kinds.join(' ')}
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
              <Say small number>
                {`Reaches it with heels down in ${Math.round(100 * p.chance)} of 100 draws of what was measured.`}
              </Say>
              <Fold title="Why" note={p.reasons[0] ?? ''}>
                {p.reasons.slice(1).map((r) => (
                  <Say key={r} small>
                    {r}
                  </Say>
                ))}
              </Fold>
              <View style={{ alignItems: 'flex-start' }}>
                <Button
                  type="outline"
                  title="Take this setup"
                  accessibilityLabel={`Take this setup: ${profile.name}, ${KIND_NAMES[p.kinds[0] ?? 'best'].toLowerCase()}`}
                  onPress={() => onTake(p)}
                />
              </View>
            </View>
          ))}
          <Say small soft number>
            {`Best of ${state.answer.searched} setups, each tried on 256 draws of the readings, before any trial. House preferences: you decide.`}
          </Say>
        </>
      )}
    </Part>
  );
}
