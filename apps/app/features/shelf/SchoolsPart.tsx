import { useState } from 'react';
import { View } from 'react-native';
import type { School, Schools } from '@zither/contract';
import { PROFILES, profileOf, type MethodProfile } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { newId, useAppSelector, useChanges } from '../data/index.ts';
import { methodById, methodFrom } from '../measure/index.ts';
import { SchoolForm } from './SchoolForm.tsx';
import { copyOf, differingRows, schoolRows } from './schoolRows.ts';

/** The schools that ship and the practice's own: read, copied, changed, and one of them the usual one for new clients. */
export function SchoolsPart({ schools, isUnknown }: { schools: Schools; isUnknown: boolean }) {
  const initials = useAppSelector((s) => s.settings.initials);
  const { putSchool, chooseSchool } = useChanges();
  const [editing, setEditing] = useState<string | null>(null);
  const usual = methodById(schools, schools.usual);
  const makeUsual = (profile: string) =>
    chooseSchool({ at: new Date().toISOString(), by: initials, profile });
  const copy = (from: MethodProfile) => {
    const id = newId();
    putSchool({ id, version: 0 }, copyOf(from, schools.own));
    setEditing(id);
  };
  const actions = (method: MethodProfile, own: School | null) => (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: space.s }}>
      {own && !own.retired && (
        <Button
          title="Change"
          accessibilityLabel={`Change ${method.name}`}
          onPress={() => setEditing(own.id)}
        />
      )}
      <Button
        type="outline"
        title="Copy and change"
        accessibilityLabel={`Copy and change ${method.name}`}
        onPress={() => copy(method)}
      />
      {method.id !== schools.usual && !own?.retired && (
        <Button
          type="outline"
          title="Make it the usual one"
          accessibilityLabel={`Make ${method.name} the usual one`}
          onPress={() => makeUsual(method.id)}
        />
      )}
      {own && own.id !== schools.usual && (
        <Button
          type="clear"
          title={own.retired ? 'Offer it again' : 'Offer it no more'}
          accessibilityLabel={`${own.retired ? 'Offer again' : 'Offer no more'}: ${method.name}`}
          onPress={() => putSchool(own, { ...valuesOf(own), retired: !own.retired })}
        />
      )}
    </View>
  );
  const row = (method: MethodProfile, own: School | null) => {
    const from = own ? profileOf(own.copiedFrom) : null;
    const differing = from ? differingRows(method, from) : [];
    const note = [
      method.id === schools.usual ? 'the usual one here' : null,
      own ? (own.retired ? 'own, no longer offered' : 'own') : 'house',
    ]
      .filter((n) => n !== null)
      .join(' · ');
    if (own && editing === own.id)
      return (
        <View key={own.id} style={{ gap: space.m, paddingVertical: space.m }}>
          <Say strong>{`Changing ${own.name}`}</Say>
          <SchoolForm
            values={valuesOf(own)}
            onSave={(values) => {
              putSchool(own, values);
              setEditing(null);
            }}
            onCancel={() => setEditing(null)}
          />
        </View>
      );
    return (
      <Fold key={method.id} title={method.name} note={note}>
        <Say>{method.holds}</Say>
        {from && (
          <Notice tone="before">
            {differing.length === 0
              ? `The same as “${from.name}” so far.`
              : `Otherwise than “${from.name}”: ${differing.map((d) => `${d.name.toLowerCase()} ${d.value} (there ${d.was})`).join('; ')}.`}
          </Notice>
        )}
        {schoolRows(method).map(({ name, value }) => (
          <View key={name}>
            <Say small soft>
              {name}
            </Say>
            <Say number>{value}</Say>
          </View>
        ))}
        {actions(method, own)}
      </Fold>
    );
  };
  return (
    <Part>
      <Say soft>
        {`How a squat is set up, by school. Every number is a house default from common practice; copy one to make your own. A client starts with the usual one, now “${usual.name}”, until another is taken in Set.`}
      </Say>
      {isUnknown && (
        <Notice tone="now">
          Your practice’s own schools could not be fetched. What you change now is kept and sent
          when the network is back.
        </Notice>
      )}
      <View>
        {schools.own.map((own) => row(methodFrom(own), own))}
        {PROFILES.map((method) => row(method, null))}
      </View>
    </Part>
  );
}

/** What a change of a school starts from. */
function valuesOf({ id: _id, version: _version, updatedAt: _at, ...values }: School) {
  return values;
}
