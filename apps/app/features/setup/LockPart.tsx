import { placedOf } from '@zither/core';
import { sayDay, newId, useChanges } from '../data/index.ts';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { Dossier, Lock } from '@zither/contract';
import { Button, Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { isOf, versionInForce, versionsOf } from '@zither/visit';
import { sayFound } from '@zither/words/setup';

const who = ({ by, on }: Lock) => `${by === '' ? 'Somebody' : by}, ${sayDay(on)}`;
const sayLocked = (lock: Lock) => sayFound(placedOf(lock));

/** The locked setup in force: what, who, when, why and the evidence for it; earlier versions below. */
export function LockedPart({
  dossier,
  onTakeBack,
}: {
  dossier: Dossier;
  /** Left out where it is only shown. */
  onTakeBack?: (lock: Lock, takenBack: boolean) => void;
}) {
  const { colors } = useLook();
  const { putSetup } = useChanges();
  const inForce = versionInForce(dossier);
  const all = versionsOf(dossier);
  if (all.length === 0) return null;
  const earlier = all.filter((v) => v.lock.id !== inForce?.lock.id).reverse();
  const { setup } = dossier;
  const putInUse = (lock: Lock) =>
    putSetup(
      dossier.client.id,
      { id: setup?.id ?? newId(), version: setup?.version ?? 0 },
      {
        setup: lock.setup,
        thighDepthDeg: lock.thighDepthDeg,
        workingPoint: lock.workingPoint,
        profile: lock.profile,
      },
    );
  const differs = inForce && setup && !isOf(inForce.lock, placedOf(setup));
  return (
    <Part
      title={inForce ? `Locked setup, version ${inForce.number}` : 'No locked setup in force'}
      {...(inForce ? { hint: `${who(inForce.lock)} · method “${inForce.lock.profileName}”` } : {})}
    >
      {inForce && (
        <>
          <Say strong number>
            {sayLocked(inForce.lock)}
          </Say>
          <Say>{inForce.lock.why}</Say>
          {differs && (
            <Notice
              tone="before"
              actions={[{ label: 'Forget the other one', onPress: () => putInUse(inForce.lock) }]}
            >
              Another setup was chosen after the lock. The locked one stays in use until it is
              unlocked.
            </Notice>
          )}
          <Fold title="What supports it" note={inForce.lock.evidence.says[0] ?? ''}>
            {inForce.lock.evidence.says.slice(1).map((line) => (
              <Say key={line} small number>
                {line}
              </Say>
            ))}
          </Fold>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
            <Button
              type="outline"
              title="Open in the Lab"
              onPress={() => router.navigate(`/lab?client=${dossier.client.id}`)}
            />
            {onTakeBack && (
              <Button
                type="clear"
                title="Unlock"
                accessibilityLabel={`Unlock version ${inForce.number}`}
                onPress={() => onTakeBack(inForce.lock, true)}
              />
            )}
          </View>
        </>
      )}
      {earlier.length > 0 && (
        <Fold title="Other versions" note={`${earlier.length}, newest first`} startsOpen={!inForce}>
          {earlier.map(({ lock, number }) => (
            <View
              key={lock.id}
              style={{ borderTopWidth: 1, borderColor: colors.hairline, paddingTop: space.s }}
            >
              <Say number>{`Version ${number}: ${sayLocked(lock)}`}</Say>
              <Say
                small
                soft
              >{`${lock.why} ${who(lock)}${lock.takenBack ? '; unlocked' : ''}`}</Say>
              {onTakeBack && lock.takenBack && (
                <Button
                  type="clear"
                  title="Lock again"
                  accessibilityLabel={`Lock again: version ${number}`}
                  onPress={() => onTakeBack(lock, false)}
                />
              )}
            </View>
          ))}
        </Fold>
      )}
    </Part>
  );
}

const REASONS = [
  'Tried and clean.',
  'Best of what was tried.',
  'For now, while the ankle is trained.',
] as const;

/** Locking a setup: one tap on a reason, or one in own words. */
export function LockForm({
  setup,
  isTried,
  barred,
  onLock,
  onCancel,
}: {
  /** The setup in words. */
  setup: string;
  isTried: boolean;
  /** Why it may not be locked yet; null = it may. */
  barred: string | null;
  onLock: (why: string) => void;
  onCancel: () => void;
}) {
  const [why, setWhy] = useState('');
  return (
    <Part title="Lock this setup">
      <Say strong number>
        {setup}
      </Say>
      {barred !== null ? (
        <Notice tone="now" actions={[{ label: 'Not yet', onPress: onCancel }]}>
          {barred}
        </Notice>
      ) : (
        !isTried && (
          <Notice tone="before">
            No trial of it went clean yet. Three reps will tell you more than the calculation.
          </Notice>
        )
      )}
      {barred === null && (
        <>
          <Choice
            label="Why?"
            options={REASONS.map((r) => ({ value: r, label: r }))}
            value={'' as (typeof REASONS)[number]}
            onChange={onLock}
          />
          <Input
            label="In your own words"
            aria-label="In your own words"
            value={why}
            maxLength={300}
            onChangeText={setWhy}
            onSubmitEditing={() => why.trim() !== '' && onLock(why.trim())}
            renderErrorMessage={false}
          />
          <View style={{ flexDirection: 'row', gap: space.s }}>
            <Button
              title="Lock it"
              disabled={why.trim() === ''}
              onPress={() => onLock(why.trim())}
            />
            <Button type="clear" title="Not yet" onPress={onCancel} />
          </View>
        </>
      )}
    </Part>
  );
}
