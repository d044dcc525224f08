import MaterialIcons from '@expo/vector-icons/MaterialIcons';
import { router } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { ClientLine } from '@zither/contract';
import { floorOf, floorStage } from '@zither/visit';
import { GROUP_NAMES, isFound, NOBODY_DUE, sayClientLine } from '@zither/words/floor';
import { Button, Input, ListItem } from '../../ui/elements.ts';
import { DimButton } from '../../ui/DimButton.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { SaveBadge } from '../../ui/SaveBadge.tsx';
import { Heading, Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { Unreachable, Waiting } from '../../ui/Waiting.tsx';
import { today, useChanges, useClientList, useDraft } from '../data/index.ts';
import { stageOf } from '../session/index.ts';
import { Board, BOARD_MOST } from './Board.tsx';

/** Today on the floor: who is here, on hold, due or unfinished; one tap starts or goes on. On wide, those here side by side. */
export function FloorScreen() {
  const { colors, isWide } = useLook();
  const { clients, isLoading, isError, refetch } = useClientList();
  const { visitStage } = useChanges();
  const [typed, setTyped] = useState('');
  const { value: onBoard, set: setBoard } = useDraft<string[]>('floor/board', []);
  const day = today();
  const groups = floorOf(
    clients.filter((line) => isFound(line, typed, day)),
    day,
  );
  const open = (line: ClientLine) => {
    const stage = stageOf(floorStage(line, day));
    visitStage(line.id, day, stage.id);
    router.navigate(`/clients/${line.id}/${stage.path}`);
  };
  const put = (line: ClientLine) =>
    setBoard(
      onBoard.includes(line.id)
        ? onBoard.filter((id) => id !== line.id)
        : [...onBoard, line.id].slice(-BOARD_MOST),
    );
  const list = (
    <ScrollView contentContainerStyle={{ paddingBottom: space.xl }}>
      {isLoading && <Waiting what="the floor" />}
      {isError && <Unreachable what="the floor" retry={refetch} />}
      {!isLoading && !isError && groups.length === 0 && (
        <View style={{ padding: space.l }}>
          <Notice
            actions={[{ label: 'To the clients', onPress: () => router.navigate('/clients') }]}
          >
            {typed.trim() === '' ? NOBODY_DUE : `Nobody on the floor matches “${typed.trim()}”.`}
          </Notice>
        </View>
      )}
      {groups.map(({ group, lines }) => (
        <View key={group} style={{ paddingTop: space.m }}>
          <View style={{ paddingHorizontal: space.l }}>
            <Heading level={2}>{`${GROUP_NAMES[group]} · ${lines.length}`}</Heading>
          </View>
          {lines.map((line) => (
            <View key={line.id} style={{ flexDirection: 'row', alignItems: 'center' }}>
              <View style={{ flex: 1 }}>
                <ListItem
                  bottomDivider
                  role="link"
                  onPress={() => open(line)}
                  containerStyle={{ backgroundColor: 'transparent', minHeight: 64 }}
                >
                  <ListItem.Content>
                    <ListItem.Title>{line.name}</ListItem.Title>
                    <ListItem.Subtitle>{sayClientLine(line, day)}</ListItem.Subtitle>
                  </ListItem.Content>
                  <MaterialIcons name="chevron-right" size={22} color={colors.inkSoft} />
                </ListItem>
              </View>
              {isWide && (
                <Button
                  type="clear"
                  title={onBoard.includes(line.id) ? 'Off the board' : 'On the board'}
                  aria-label={`${onBoard.includes(line.id) ? 'Off the board' : 'On the board'}: ${line.name}`}
                  onPress={() => put(line)}
                />
              )}
            </View>
          ))}
        </View>
      ))}
    </ScrollView>
  );
  const head = (
    <View style={{ paddingHorizontal: space.l, paddingTop: space.s, gap: space.s }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: space.s }}>
        <View style={{ flex: 1 }}>
          <Heading level={1}>Floor</Heading>
        </View>
        {!isWide && <SaveBadge />}
        {!isWide && <DimButton />}
      </View>
      <Input
        aria-label="Find by name, cause, limit or due"
        placeholder="Name, cause, limit, due"
        placeholderTextColor={colors.inkSoft}
        value={typed}
        onChangeText={setTyped}
      />
    </View>
  );
  if (!isWide)
    return (
      <View style={{ flex: 1, backgroundColor: colors.paper }}>
        {head}
        {list}
      </View>
    );
  const shown = onBoard.filter((id) => clients.some((line) => line.id === id));
  return (
    <View style={{ flex: 1, flexDirection: 'row', backgroundColor: colors.paper }}>
      <View style={{ width: 420, borderRightWidth: 1, borderColor: colors.hairline }}>
        {head}
        {list}
      </View>
      <ScrollView style={{ flex: 1 }} contentContainerStyle={{ padding: space.l, gap: space.m }}>
        <Heading level={2}>{`Board · ${shown.length} of ${BOARD_MOST}`}</Heading>
        {shown.length === 0 ? (
          <Say soft>
            Put up to eight clients on the board. Each gets a clock for the rest and a button for
            the next set.
          </Say>
        ) : (
          <Board
            lines={shown.flatMap((id) => clients.find((line) => line.id === id) ?? [])}
            onOpen={open}
            onRemove={(id) => setBoard(onBoard.filter((other) => other !== id))}
          />
        )}
      </ScrollView>
    </View>
  );
}
