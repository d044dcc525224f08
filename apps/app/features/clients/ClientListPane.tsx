import { today, useClientList, useDraft } from '../data/index.ts';
import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { Button, ListItem, SearchBar } from '../../ui/elements.ts';
import { router } from 'expo-router';
import { useEffect, useState } from 'react';
import { FlatList, useWindowDimensions, View } from 'react-native';
import type { ClientLine } from '@zither/contract';
import { DimButton } from '../../ui/DimButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { SaveBadge } from '../../ui/SaveBadge.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { font, space, TARGET_PX } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { byNeed } from '@zither/visit/floor';
import { isFound, sayClientLine } from '@zither/words/floor';
import { Choice } from '../../ui/Choice.tsx';

/** A line of the list is at least this high. */
const LINE_PX = 64;

/** Clients: search, list, add. The whole page on a phone, the left pane on wide. */
export function ClientListPane({ openId }: { openId: string | null }) {
  const { colors, isWide } = useLook();
  const { height } = useWindowDimensions();
  const { clients, isLoading, isError, refetch } = useClientList();
  const [search, setSearch] = useState('');
  const [withArchived, setWithArchived] = useState(false);
  const day = today();
  const { value: order, set: setOrder } = useDraft<'need' | 'name'>('clients/order', 'need');
  const found = clients.filter((c) => isFound(c, search, day));
  const matching = order === 'need' ? byNeed(found, day) : found;
  const active = matching.filter((c) => c.archivedAt === null);
  const archived = matching.filter((c) => c.archivedAt !== null);
  const isThere = clients.length > 0;
  // When the list stood: read by `npm run bench`.
  useEffect(() => {
    if (isThere) performance.mark('client list');
  }, [isThere]);

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
        placeholder="Name, cause, limit, due"
        aria-label="Find a client by name, cause, limit or due"
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
      <FlatList
        data={withArchived ? [...active, ...archived] : active}
        keyExtractor={(line) => line.id}
        // All that the window could hold and a few more: the rest is sometimes drawn only once the list is scrolled.
        initialNumToRender={Math.ceil(height / LINE_PX) + 3}
        windowSize={7}
        contentContainerStyle={{ paddingBottom: space.xl }}
        renderItem={({ item }) => <Line line={item} isOpen={item.id === openId} />}
        ListHeaderComponent={
          <>
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
                    { label: 'Play with the Lab', onPress: () => router.navigate('/lab') },
                    {
                      label: 'Say what is in your rack',
                      onPress: () => router.navigate('/shelf?show=rack'),
                    },
                  ]}
                >
                  Nobody here yet. A name, stature and body mass are enough to start. The Lab needs
                  no client: move a squat and see what limits it. Heels are advised from your rack.
                </Notice>
              </View>
            )}
            {clients.length > 0 && matching.length === 0 && (
              <View style={{ padding: space.l }}>
                <Say soft>Nobody matches “{search.trim()}”.</Say>
              </View>
            )}
            {clients.length > 1 && (
              <View style={{ paddingHorizontal: space.l, paddingBottom: space.s }}>
                <Choice
                  label="In order of"
                  hideLabel
                  isTight
                  options={[
                    { value: 'need', label: 'By need' },
                    { value: 'name', label: 'By name' },
                  ]}
                  value={order}
                  onChange={setOrder}
                />
              </View>
            )}
          </>
        }
        ListFooterComponent={
          <>
            {archived.length > 0 && (
              <View style={{ padding: space.l, paddingBottom: 0, alignItems: 'flex-start' }}>
                <Button
                  type="clear"
                  title={withArchived ? 'Hide archived' : `Show archived (${archived.length})`}
                  onPress={() => setWithArchived(!withArchived)}
                />
              </View>
            )}
          </>
        }
      />
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
      containerStyle={{
        backgroundColor: isOpen ? colors.sunken : 'transparent',
        minHeight: LINE_PX,
      }}
    >
      <ListItem.Content>
        <ListItem.Title>{line.name}</ListItem.Title>
        <ListItem.Subtitle>{sayClientLine(line, today())}</ListItem.Subtitle>
      </ListItem.Content>
      <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
    </ListItem>
  );
}
