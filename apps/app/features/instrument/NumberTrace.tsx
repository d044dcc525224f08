import { inOrder, type ShownNumber, type TraceInput } from '@zither/visit';
import { sayEquation } from '@zither/words/equations';
import { sayInputFrom, sayInputName, sayInputValue, sayKind, sayShown } from '@zither/words/trace';
import { View } from 'react-native';
import { Say } from '../../ui/Say.tsx';
import { space } from '../../ui/theme.ts';
import { useLook } from '../../ui/useLook.ts';

/** How numbers came about: each with its interval, then what went in and the equations, once for all of them. */
export function NumberTrace({ numbers }: { numbers: readonly ShownNumber[] }) {
  return (
    <View style={{ gap: space.m }} testID="trace">
      <NumberInputs numbers={numbers} />
      <Equations of={numbers} />
    </View>
  );
}

/** Numbers with their intervals and what went into them. */
export function NumberInputs({
  numbers,
  names = numbers.map(sayKind),
}: {
  numbers: readonly ShownNumber[];
  /** The name of each number. */
  names?: readonly string[];
}) {
  const seen = new Map<string, TraceInput>();
  for (const { trace } of numbers)
    for (const input of trace.inputs) seen.set(JSON.stringify(input), input);
  return (
    <View style={{ gap: space.m }}>
      {numbers.map((number, i) => (
        <View key={i} style={{ gap: 2 }}>
          <Say>{names[i]}</Say>
          <Say strong number>
            {sayShown(number)}
          </Say>
        </View>
      ))}
      {seen.size > 0 && (
        <View role="table" aria-label="What went in">
          <Say strong>What went in</Say>
          {[...seen].map(([key, input]) => (
            <InputRow key={key} input={input} />
          ))}
        </View>
      )}
    </View>
  );
}

function InputRow({ input }: { input: TraceInput }) {
  const { colors } = useLook();
  const from = sayInputFrom(input);
  return (
    <View
      role="row"
      style={{
        flexDirection: 'row',
        justifyContent: 'space-between',
        gap: space.m,
        borderBottomWidth: 1,
        borderColor: colors.hairline,
        paddingVertical: space.xs,
      }}
    >
      <View role="cell" style={{ flexShrink: 1 }}>
        <Say small>{sayInputName(input)}</Say>
        {from !== '' && (
          <Say small soft>
            {from}
          </Say>
        )}
      </View>
      <View role="cell">
        <Say small number>
          {sayInputValue(input)}
        </Say>
      </View>
    </View>
  );
}

/** The equations some numbers rest on, by their number in docs/model.md, in words, with source. */
export function Equations({ of }: { of: readonly ShownNumber[] }) {
  const ids = inOrder(of.flatMap((n) => n.trace.equations));
  return (
    <View style={{ gap: space.xs }}>
      <Say strong>Equations</Say>
      <View style={{ gap: space.xs }} role="list" aria-label="Equations">
        {ids.map((id) => (
          <View key={id} role="listitem">
            <Say small>{sayEquation(id)}</Say>
          </View>
        ))}
      </View>
    </View>
  );
}
