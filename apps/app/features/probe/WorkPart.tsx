import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import type { GroupOpinion } from '@zither/core';
import { choiceOn, standsOf, workingOf, type Opinion } from '@zither/visit';
import { sayServed } from '@zither/words/plan';
import { capital } from '@zither/words/terms';
import { sayApart, sayBecause, sayGroupName, sayStanding } from '@zither/words/working';
import { Fold } from '../../ui/Fold.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { BeliefBar } from './BeliefBar.tsx';
import { ChooseRow } from './ChooseRow.tsx';

/** What the plan works on: groups of causes with how likely each is, what it serves by itself, and the coach's own word on any of them. */
export function WorkPart({ dossier, opinion }: { dossier: Dossier; opinion: Opinion }) {
  const { colors } = useLook();
  const { groups, causes } = opinion.diagnosis;
  const working = workingOf(dossier, opinion);
  const { choices } = working;
  const stands = standsOf(groups, working);
  const isShown = (g: GroupOpinion) =>
    working.groups.some((w) => w.group === g.group) ||
    choiceOn(choices, { kind: 'group', group: g.group }) !== null;
  const row = (g: GroupOpinion) => {
    const choice = choiceOn(choices, { kind: 'group', group: g.group });
    const worked = working.groups.find((w) => w.group === g.group);
    const because = sayBecause(
      g.members.flatMap(
        (m) =>
          causes
            .find((c) => c.cause === m.cause && c.side === m.side)
            ?.because.slice(0, 2)
            .map((w) => w.evidence) ?? [],
      ),
    );
    const apart = worked ? sayApart(g) : null;
    const { does } = stands.find((s) => s.group === g.group)!;
    return (
      <View
        key={g.group}
        style={{
          gap: 2,
          paddingVertical: space.s,
          borderTopWidth: 1,
          borderColor: colors.hairline,
        }}
      >
        <Say strong>{sayGroupName(g)}</Say>
        <BeliefBar probability={g.probability} before={null} refer={false} />
        <Say
          small
        >{`${capital(sayStanding(g, does, choice))}.${because ? ` ${because}` : ''}`}</Say>
        {apart !== null && (
          <Say small soft>
            {apart}
          </Say>
        )}
        <ChooseRow
          dossier={dossier}
          of={{ kind: 'group', group: g.group }}
          name={sayGroupName(g)}
          isWorkedOn={worked?.standing === 'acts'}
        />
      </View>
    );
  };
  // A group that is withheld for a clinician is not offered.
  const rest = groups.filter((g) => !isShown(g) && g.members.length > 0);
  return (
    <Part title="What to work on" explains="cause">
      {working.findings.map((f) => (
        <Say key={`${f.fault} ${f.side ?? ''}`} small>{`${sayServed(f)}.`}</Say>
      ))}
      <View aria-live="polite">{groups.filter(isShown).map(row)}</View>
      <Fold title="Other groups" note={`${rest.length}`}>
        <View>{rest.map(row)}</View>
      </Fold>
    </Part>
  );
}
