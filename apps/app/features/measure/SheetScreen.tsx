import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
} from '@tanstack/react-table';
import { setStringAsync } from 'expo-clipboard';
import { useMemo, useRef, useState } from 'react';
import { ScrollView, View, type TextInput } from 'react-native';
import type { Dossier } from '@zither/contract';
import { STATIONS, type MeasureId } from '@zither/core';
import { Button, Input } from '../../ui/elements.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { font, space, tabular } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';
import { StopButton, SafetyNotice } from '../clear/index.ts';
import { isHeld, safetyOf } from '@zither/visit';
import { sayDay, today } from '../data/index.ts';
import { sayWhat, SIDE_LETTER } from '@zither/words/display';
import {
  bodyRows,
  readTrials,
  sheetDays,
  sheetRows,
  sheetText,
  type SheetRow,
} from './sheetRows.ts';
import { usualKneeGapMm } from './TrialSet.tsx';
import { useTrials } from './useTrials.ts';
import { sayCopied } from '@zither/words/measure';

const WIDTH = { name: 190, side: 44, day: 140, change: 140, entry: 130 } as const;

/** While the screen holds nobody squats, so what is read in a squat waits. */
const readInASquat = (measure: MeasureId): boolean =>
  STATIONS.some((s) => s.id === 'kneeTravel' && s.measures.includes(measure));

const columns = createColumnHelper<SheetRow>();

/** All measures, left and right, over the last three visits; today's trials typed by keyboard; the whole as a table to copy. */
export function SheetScreen({ dossier }: { dossier: Dossier }) {
  const { colors } = useLook();
  const { client } = dossier;
  const day = today();
  const days = useMemo(() => sheetDays(dossier, day), [dossier, day]);
  const safety = safetyOf(dossier, day);
  const everyRow = useMemo(() => sheetRows(dossier, days), [dossier, days]);
  const read = useMemo(
    () => everyRow.filter((row) => dossier.trials.some((t) => t.measure === row.measure)),
    [everyRow, dossier],
  );
  const [showsAll, setShowsAll] = useState(false);
  // Nothing read so far: then every row is one that may be begun with.
  const rows = showsAll || read.length === 0 ? everyRow : read;
  const [copied, setCopied] = useState<string | null>(null);
  const fields = useRef<(TextInput | null)[]>([]);
  // The compiler leaves this component alone, since the table's functions must not be memoised; nothing here needs it.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: rows,
    getCoreRowModel: getCoreRowModel(),
    getRowId: (row) => row.key,
    columns: useMemo(
      () => [
        columns.accessor('name', { header: 'Measure', size: WIDTH.name }),
        columns.accessor((row) => (row.side ? SIDE_LETTER[row.side] : ''), {
          id: 'side',
          header: 'Side',
          size: WIDTH.side,
        }),
        ...days.map((d, i) =>
          columns.accessor((row) => row.cells[i] ?? '', {
            id: d,
            header: d === day ? 'Today' : sayDay(d).replace(/^.*, /, ''),
            size: WIDTH.day,
          }),
        ),
        columns.accessor('change', { header: 'Last two', size: WIDTH.change }),
      ],
      [days, day],
    ),
  });
  const copy = async () => {
    try {
      await setStringAsync(sheetText(dossier, days));
      setCopied(sayCopied(rows.length));
    } catch {
      setCopied('This browser does not let the page copy. Select the table and copy it by hand.');
    }
  };
  const cell = (size: number) => ({
    width: size,
    paddingHorizontal: space.s,
    justifyContent: 'center' as const,
  });

  return (
    <Screen
      title="Sheet"
      who={client.name}
      back={{ to: `/clients/${client.id}/measure`, label: 'Back to Measure' }}
      aside={<StopButton dossier={dossier} />}
    >
      <Part>
        <SafetyNotice clientId={client.id} safety={safety} />
        <View style={{ alignItems: 'flex-start' }}>
          <Button title="Copy the table" type="outline" onPress={() => void copy()} />
        </View>
        {copied && <Notice>{copied}</Notice>}
        <Say soft small>
          Mean ± 95 % interval (trials). Type today’s trials separated by spaces; Enter keeps them
          and goes on to the next line. Hip fold counts at the usual knee gaps.
        </Say>
      </Part>
      <ScrollView horizontal tabIndex={0} contentContainerStyle={{ padding: space.l }}>
        <View role="table" aria-label={`Measurements of ${client.name}`}>
          {table.getHeaderGroups().map((group) => (
            <View
              key={group.id}
              role="row"
              style={{
                flexDirection: 'row',
                minHeight: 36,
                borderBottomWidth: 2,
                borderColor: colors.ink,
              }}
            >
              {group.headers.map((header) => (
                <View key={header.id} role="columnheader" style={cell(header.getSize())}>
                  <Say strong small>
                    {flexRender(header.column.columnDef.header, header.getContext())}
                  </Say>
                </View>
              ))}
              <View role="columnheader" style={cell(WIDTH.entry)}>
                <Say strong small>
                  New trials
                </Say>
              </View>
            </View>
          ))}
          {table.getRowModel().rows.map((row, i) => (
            <View
              key={row.id}
              role="row"
              style={{
                flexDirection: 'row',
                minHeight: 44,
                borderBottomWidth: 1,
                borderColor: colors.hairline,
                backgroundColor: row.original.side === 'right' ? undefined : colors.surface,
              }}
            >
              {row.getVisibleCells().map((c) => (
                <View key={c.id} role="cell" style={cell(c.column.getSize())}>
                  <Say small number>
                    {flexRender(c.column.columnDef.cell, c.getContext())}
                  </Say>
                </View>
              ))}
              <View role="cell" style={cell(WIDTH.entry)}>
                {isHeld(safety) && readInASquat(row.original.measure) ? (
                  <Say soft small>
                    Held by Clear
                  </Say>
                ) : (
                  <EntryCell
                    dossier={dossier}
                    row={row.original}
                    hold={(field) => {
                      fields.current[i] = field;
                    }}
                    move={(by) => {
                      // Lines that are held have no field.
                      let at = i + by;
                      while (at >= 0 && at < rows.length && !fields.current[at]) at += by;
                      fields.current[at]?.focus();
                    }}
                  />
                )}
              </View>
            </View>
          ))}
        </View>
      </ScrollView>
      {rows.length < everyRow.length && (
        <View style={{ paddingHorizontal: space.l, alignItems: 'flex-start' }}>
          <Button
            type="outline"
            title="Show the rows never read"
            onPress={() => setShowsAll(true)}
          />
        </View>
      )}
      <Part title="Body" hint="Change them at the Body station.">
        <View role="table" aria-label={`Body of ${client.name}`}>
          {bodyRows(dossier).map((r) => (
            <View
              key={r.name}
              role="row"
              style={{
                flexDirection: 'row',
                minHeight: 30,
                borderBottomWidth: 1,
                borderColor: colors.hairline,
                maxWidth: 480,
              }}
            >
              {[r.name, r.value, r.how].map((text, i) => (
                <View key={i} role="cell" style={cell(150)}>
                  <Say small number soft={i === 2 && r.how === 'estimated'}>
                    {text}
                  </Say>
                </View>
              ))}
            </View>
          ))}
        </View>
      </Part>
    </Screen>
  );
}

/** Where today's trials of one line are typed. A value that cannot be read stays where it was typed, with the reason. */
function EntryCell({
  dossier,
  row,
  hold,
  move,
}: {
  dossier: Dossier;
  row: SheetRow;
  /** Takes the field, so that the keys can go from line to line. */
  hold: (field: TextInput | null) => void;
  move: (by: number) => void;
}) {
  const { colors } = useLook();
  const trials = useTrials(dossier);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const { measure, side } = row;
  const keep = () => {
    if (text.trim() === '') return move(1);
    const read = readTrials(text, measure);
    if ('problem' in read) return setProblem(read.problem);
    const kneeGapMm = usualKneeGapMm(dossier, measure);
    for (const value of read.values)
      trials.keep(measure, side, value, 'byHand', kneeGapMm === null ? {} : { kneeGapMm });
    setText('');
    setProblem(null);
    move(1);
  };
  return (
    <View>
      <Input
        // The element's own ref type is that of its class; what arrives is the field.
        ref={hold as never}
        aria-label={`New trials: ${sayWhat(measure, side)}${row.unit ? `, ${row.unit}` : ''}`}
        aria-invalid={problem !== null}
        value={text}
        inputMode="text"
        onChangeText={(t) => {
          setText(t);
          setProblem(null);
        }}
        onSubmitEditing={keep}
        // Leaving the field on Enter would take the focus from the line it has just gone to.
        blurOnSubmit={false}
        onKeyPress={(event) => {
          if (event.nativeEvent.key === 'ArrowDown') move(1);
          if (event.nativeEvent.key === 'ArrowUp') move(-1);
        }}
        renderErrorMessage={false}
        inputContainerStyle={{
          minHeight: 36,
          height: 36,
          borderColor: problem ? colors.rust : colors.hairline,
          paddingHorizontal: space.s,
        }}
        inputStyle={[{ fontFamily: font.regular, fontSize: 15, minHeight: 34 }, tabular]}
      />
      {problem && (
        <Say small style={{ color: colors.rust }}>
          {problem}
        </Say>
      )}
    </View>
  );
}
