import { sayDay, useClientList } from '../data/index.ts';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Button, ListItem, SearchBar } from '../../ui/elements.ts';
import { format } from 'date-fns/format';
import { router } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { ClientLine } from '@zither/contract';
import { DimButton } from '../../ui/DimButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { SaveBadge } from '../../ui/SaveBadge.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { font, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { HOLD_NAMES } from '@zither/words/instrument';
import { stageOf } from '../session/index.ts';

function lineNote(line: ClientLine): string {
  const session = line.lastSession;
  const open =
    session?.day === format(new Date(), 'yyyy-MM-dd')
      ? `Visit open at ${stageOf(session.at).name}`
      : null;
  const measured = line.lastMeasuredOn
    ? `Measured ${sayDay(line.lastMeasuredOn)}`
    : 'Not measured yet';
  // Until the next visit, in which it is asked about.
  const hurts = line.hurtOn && (!session || line.hurtOn >= session.day);
  return [
    hurts ? 'Something hurt at home' : null,
    open,
    measured,
    line.hold ? HOLD_NAMES[line.hold] : null,
    line.hasPrescription ? 'has a plan' : null,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** Clients: search, list, add. The whole page on a phone, the left pane on wide. */
export function ClientListPane({ openId }: { openId: string | null }) {
  const { colors, isWide } = useLook();
  const { clients, isLoading, isError, refetch } = useClientList();
  const [search, setSearch] = useState('');
  const [withArchived, setWithArchived] = useState(false);
  const wanted = search.trim().toLowerCase();
  const matching = clients.filter((c) => c.name.toLowerCase().includes(wanted));
  const active = matching.filter((c) => c.archivedAt === null);
  const archived = matching.filter((c) => c.archivedAt !== null);

  return (
    <View style={{ flex: 1, backgroundColor: colors.paper }}>
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'center',
          justifyContent: 'space-between',
          paddingHorizontal: space.l,
          paddingTop: space.s,
          gap: space.s,
        }}
      >
        <View style={{ flex: 1 }}>
          <Heading level={1}>Clients</Heading>
        </View>
        {!isWide && <SaveBadge />}
        {!isWide && <DimButton />}
        <Button
          title="Add client"
          icon={<MaterialIcons name="add" size={20} color={colors.onBrass} />}
          onPress={() => router.navigate('/clients/new')}
        />
      </View>
      <SearchBar
        placeholder="Find by name"
        aria-label="Find a client by name"
        value={search}
        onChangeText={setSearch}
        searchIcon={<MaterialIcons name="search" size={22} color={colors.inkSoft} />}
        clearIcon={
          search ? (
            <MaterialIcons
              name="close"
              size={22}
              color={colors.inkSoft}
              onPress={() => setSearch('')}
            />
          ) : (
            <View />
          )
        }
        containerStyle={{
          backgroundColor: 'transparent',
          borderTopWidth: 0,
          borderBottomWidth: 0,
          paddingHorizontal: space.l,
        }}
        inputContainerStyle={{
          backgroundColor: colors.surface,
          borderWidth: 1,
          borderBottomWidth: 1,
          borderColor: colors.hairline,
          borderRadius: 6,
          height: TARGET_PX,
        }}
        inputStyle={{ fontFamily: font.regular, color: colors.ink, fontSize: 16 }}
        placeholderTextColor={colors.inkSoft}
      />
      <ScrollView contentContainerStyle={{ paddingBottom: space.xl }}>
        {isLoading && <Waiting what="the clients" />}
        {isError && <Unreachable what="the client list" retry={refetch} />}
        {!isLoading && !isError && clients.length === 0 && (
          <View style={{ padding: space.l }}>
            <Notice
              actions={[
                {
                  label: 'Add the first client',
                  onPress: () => router.navigate('/clients/new'),
                },
              ]}
            >
              Nobody here yet. A name, stature and body mass are enough to start.
            </Notice>
          </View>
        )}
        {clients.length > 0 && matching.length === 0 && (
          <View style={{ padding: space.l }}>
            <Say soft>Nobody’s name contains “{search.trim()}”.</Say>
          </View>
        )}
        {active.map((line) => (
          <Line key={line.id} line={line} isOpen={line.id === openId} />
        ))}
        {archived.length > 0 && (
          <View style={{ padding: space.l, paddingBottom: 0, alignItems: 'flex-start' }}>
            <Button
              type="clear"
              title={withArchived ? 'Hide archived' : `Show archived (${archived.length})`}
              onPress={() => setWithArchived(!withArchived)}
            />
          </View>
        )}
        {withArchived &&
          archived.map((line) => <Line key={line.id} line={line} isOpen={line.id === openId} />)}
      </ScrollView>
    </View>
  );
}

function Line({ line, isOpen }: { line: ClientLine; isOpen: boolean }) {
  const { colors } = useLook();
  return (
    <ListItem
      bottomDivider
      onPress={() => router.navigate(`/clients/${line.id}`)}
      role="link"
      aria-current={isOpen ? 'page' : undefined}
      containerStyle={{ backgroundColor: isOpen ? colors.sunken : 'transparent', minHeight: 64 }}
    >
      <ListItem.Content>
        <ListItem.Title>{line.name}</ListItem.Title>
        <ListItem.Subtitle>{lineNote(line)}</ListItem.Subtitle>
      </ListItem.Content>
      <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
    </ListItem>
  );
}
