import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { Dossier } from '@zither/contract';
import { PROFILES, type MethodProfile, type Proposal } from '@zither/core';
import { lockOf, methodById } from '@zither/visit';
import { sayDifference } from '@zither/words/setup';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useLook } from '../../ui/useLook.ts';
import { SchoolPane } from './SchoolPane.tsx';
import { useMethod } from './useSet.ts';
import type { SetPage } from './useSetPage.ts';

/** Methods a client may follow: those that ship, the practice's own, and the one followed now even if it is retired. */
const offered = ({ schools }: Dossier, own: string) => [
  ...PROFILES.map((p) => ({ value: p.id, label: p.name })),
  ...schools.own
    .filter((s) => !s.retired || s.id === own)
    .map((s) => ({ value: s.id, label: s.name })),
];

/** What the method would propose of each kind, one or two methods side by side, and where they differ. */
export function AlternativesPart({ page }: { page: SetPage }) {
  const { dossier, basis, look, putInUse } = page;
  const { client, schools } = dossier;
  const { isWide } = useLook();
  const own = page.method.id;
  const [first, setFirst] = useState(own);
  const [second, setSecond] = useState<string>(
    isWide ? (PROFILES.find((p) => p.id !== own)?.id ?? 'none') : 'none',
  );
  const list = useMemo(() => offered(dossier, own), [dossier, own]);
  const a = useMemo(() => methodById(schools, first), [schools, first]);
  const b = useMemo(
    () => (second === 'none' || second === first ? null : methodById(schools, second)),
    [schools, first, second],
  );
  const askOf = (profile: MethodProfile | null) =>
    basis && profile && { question: basis.question, profile, tried: basis.tried };
  const one = useMethod(askOf(a));
  const two = useMethod(askOf(b));
  if (!basis) return null;
  const { question } = basis;
  const isLocked = lockOf(dossier) !== null;
  const use = (method: MethodProfile, p: Proposal) => {
    putInUse(p, method, true);
    look(null);
  };
  const follow = (method: MethodProfile) => {
    const { setup } = dossier;
    if (setup)
      putInUse(
        {
          setup: { ...setup.setup, balance: method.balance },
          targetDepthDeg: setup.thighDepthDeg,
        },
        method,
      );
  };
  const bestOf = (state: typeof one) =>
    state.kind === 'answer' ? (state.answer.proposals[0] ?? null) : null;
  const [bestA, bestB] = [bestOf(one), b ? bestOf(two) : null];
  const differences = b && bestA && bestB ? sayDifference([bestA, bestB], [a.name, b.name]) : null;
  const choices = (
    <Part>
      <Choice label="Method" options={list} value={first} onChange={setFirst} />
      {first === own ? (
        <Say small soft>{`${client.name} follows this method.`}</Say>
      ) : (
        dossier.setup && (
          <Button
            type="outline"
            title={`Follow “${a.name}”, setup as it is`}
            onPress={() => follow(a)}
          />
        )
      )}
      <Choice
        label="Beside it"
        options={[
          { value: 'none', label: 'None', spoken: 'None beside it' },
          ...list
            .filter((s) => s.value !== first)
            .map((s) => ({
              ...s,
              spoken: `${s.label}, beside it`,
            })),
        ]}
        value={second === first ? 'none' : second}
        onChange={setSecond}
      />
      {differences && (
        <Notice>
          {differences.length > 0
            ? `Where they differ: ${differences.join(' ')}`
            : 'For this client both would do the same.'}
        </Notice>
      )}
      {differences && <Say small soft>{`${a.name}: ${a.holds} ${b?.name}: ${b?.holds}`}</Say>}
    </Part>
  );
  const pane = (method: MethodProfile, state: typeof one) => (
    <View key={method.id} style={{ flex: isWide ? 1 : undefined }}>
      <SchoolPane
        profile={method}
        question={question}
        state={state}
        isLocked={isLocked}
        onLook={(p) => look(p, method)}
        onUse={(p) => use(method, p)}
      />
    </View>
  );
  return (
    <>
      {choices}
      <View style={{ flexDirection: isWide ? 'row' : 'column' }}>
        {pane(a, one)}
        {b && pane(b, two)}
      </View>
    </>
  );
}
