import { useState, type ComponentProps } from 'react';
import { View } from 'react-native';
import { valuesIn, type School, type Schools, type SchoolValues } from '@zither/contract';
import { PROFILES, profileOf, type MethodProfile } from '@zither/core';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { newId, useAppSelector, useChanges } from '../data/index.ts';
import { methodById, methodFrom, copyOf } from '@zither/visit';
import { SchoolForm } from './SchoolForm.tsx';
import { differingRows, schoolRows, sayMethods } from '@zither/words/schools';

/** The schools that ship and the practice's own: read, copied, changed, and one of them the usual one for new clients. On wide both parts are side by side. */
export function useSchoolsParts(schools: Schools, isUnknown: boolean) {
  const initials = useAppSelector((s) => s.settings.initials);
  const { moment, putSchool, chooseSchool } = useChanges();
  const [editing, setEditing] = useState<string | null>(null);
  const usual = methodById(schools, schools.usual);
  const makeUsual = (profile: string) => chooseSchool({ at: moment(), by: initials, profile });
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
          onPress={() => putSchool(own, { ...valuesIn(own), retired: !own.retired })}
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
    return (
      <Fold key={method.id} title={method.name} note={note}>
        <Say>{method.holds}</Say>
        {from && (
          <Notice tone="before">
            {differing.length === 0
              ? `The same as “${from.name}” so far.`
              : `Differs from “${from.name}”: ${differing.map((d) => `${d.name.toLowerCase()} ${d.value} (there ${d.was})`).join('; ')}.`}
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
  const own = schools.own.find((s) => s.id === editing) ?? null;
  const list = (
    <Part>
      <Say soft>{sayMethods(usual.name)}</Say>
      {isUnknown && (
        <Notice tone="now">
          Your practice’s own methods could not be fetched. Changes are kept and sent when the
          network is back.
        </Notice>
      )}
      <View>
        {schools.own.map((s) => row(methodFrom(s), s))}
        {PROFILES.map((method) => row(method, null))}
      </View>
    </Part>
  );
  const form = own && (
    <Part title={`Changing ${own.name}`}>
      <EditSchool
        key={own.id}
        own={own}
        taken={[...PROFILES, ...schools.own].filter((s) => s.id !== own.id).map((s) => s.name)}
        onSave={(values, over) => {
          putSchool(over, values);
          setEditing(null);
        }}
        onCancel={() => setEditing(null)}
      />
    </Part>
  );
  const detail = form ?? <SchoolsBeside schools={schools} />;
  return { list, detail, isEditing: form !== null };
}

/** Two schools line by line: what differs first in sight. */
function SchoolsBeside({ schools }: { schools: Schools }) {
  const { colors } = useLook();
  const all = [...PROFILES, ...schools.own.filter((s) => !s.retired).map(methodFrom)];
  const [[first, second], setPair] = useState<[string, string]>(['balanced', 'straightFoot']);
  const [a, b] = [methodById(schools, first), methodById(schools, second)];
  const theirs = new Map(schoolRows(b).map((r) => [r.name, r.value]));
  const options = all.map((s) => ({ value: s.id, label: s.name }));
  return (
    <Part title="Side by side" hint="For one client, Set shows what each would prescribe.">
      <Choice
        label="One method"
        options={options}
        value={first}
        onChange={(id) => setPair([id, second])}
      />
      <Choice
        label="Compared with"
        options={options.map((o) => ({ ...o, spoken: `Against ${o.label}` }))}
        value={second}
        onChange={(id) => setPair([first, id])}
      />
      <View>
        {schoolRows(a).map(({ name, value }) => {
          const differs = theirs.get(name) !== value;
          return (
            <View
              key={name}
              style={{
                borderTopWidth: 1,
                borderColor: colors.hairline,
                paddingVertical: space.s,
                gap: 2,
              }}
            >
              <Say small soft>
                {name}
              </Say>
              {differs ? (
                <View style={{ flexDirection: 'row', gap: space.l }}>
                  {[
                    [a.name, value],
                    [b.name, theirs.get(name) ?? ''],
                  ].map(([school, said]) => (
                    <View key={school} style={{ flex: 1 }}>
                      <Say small soft>
                        {school}
                      </Say>
                      <Say number strong>
                        {said}
                      </Say>
                    </View>
                  ))}
                </View>
              ) : (
                <Say number>{`both: ${value}`}</Say>
              )}
            </View>
          );
        })}
      </View>
    </Part>
  );
}

/** A method being changed, over what it said when the form was opened: what another device changes meanwhile is asked about, not written over. */
function EditSchool({
  own,
  onSave,
  ...form
}: Omit<ComponentProps<typeof SchoolForm>, 'values' | 'onSave'> & {
  own: School;
  onSave: (values: SchoolValues, over: School) => void;
}) {
  const [over] = useState(own);
  return <SchoolForm {...form} values={valuesIn(over)} onSave={(values) => onSave(values, over)} />;
}
