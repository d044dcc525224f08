import * as DocumentPicker from 'expo-document-picker';
import { useState } from 'react';
import { View } from 'react-native';
import type { CameraView, MadeFault, Scale } from '@zither/core';
import type { LandmarkMapping, UpAxis } from '@zither/formats';
import { Button } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Fold } from '../../ui/Fold.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { space } from '../../ui/theme.ts';
import { useAppDispatch, useAppSelector, settingsActions } from '../data/index.ts';
import { CameraGuide } from './CameraGuide.tsx';
import { NamePanel } from './NamePanel.tsx';
import { SimulatePanel } from './SimulatePanel.tsx';
import type { useWork } from './work.ts';
import { sayReadingShare } from '@zither/words/watch';

/** Captures: from a file, or by the simulated camera; with progress, a way to stop, and what went wrong. */
export function CameraPanel({
  view,
  work: { state, cancel },
  canSimulate,
  hasFoot,
  isFirst,
  file: { scale, up, onScale, onUp },
  onFile,
  onSimulate,
}: {
  view: CameraView;
  work: ReturnType<typeof useWork>;
  /** The simulated client needs measured ankles. */
  canSimulate: boolean;
  /** The client's foot was measured and may give the scale. */
  hasFoot: boolean;
  /** Nobody looked at this client before: the guide stands open. */
  isFirst: boolean;
  file: {
    scale: Scale;
    up: UpAxis;
    onScale: (scale: Scale) => void;
    onUp: (up: UpAxis) => void;
  };
  onFile: (file: File, landmarks: LandmarkMapping) => void;
  onSimulate: (faults: MadeFault[], name: string) => void;
}) {
  const dispatch = useAppDispatch();
  const landmarks = useAppSelector((s) => s.settings.landmarks);
  const [isSimulating, setIsSimulating] = useState(false);
  const [picked, setPicked] = useState<File | null>(null);
  const pick = async () => {
    const chosen = await DocumentPicker.getDocumentAsync({
      type: ['text/csv', 'text/plain', '.csv', '.trc'],
    });
    const file = chosen.assets?.[0]?.file;
    if (!file) return;
    setPicked(file);
    onFile(file, landmarks);
  };
  if (state.kind === 'working')
    return (
      <Part title="From a camera">
        <Notice actions={[{ label: 'Cancel', onPress: cancel }]}>
          {sayReadingShare(state.share)}
        </Notice>
      </Part>
    );
  if (state.kind === 'needsNames' && picked)
    return (
      <Part title="From a camera">
        <NamePanel
          asked={state}
          onCancel={cancel}
          onNamed={(mapping) => {
            const known = { ...landmarks, ...mapping };
            dispatch(settingsActions.changed({ landmarks: known }));
            onFile(picked, known);
          }}
        />
      </Part>
    );
  return (
    <Part title="From a camera">
      {state.kind === 'problem' && (
        <Notice tone="now" actions={[{ label: 'Understood', onPress: cancel }]}>
          {`${state.message} Nothing was kept of it.`}
        </Notice>
      )}
      <View style={{ flexDirection: 'row', gap: space.s, flexWrap: 'wrap' }}>
        <Button type="outline" title="Import a file" onPress={() => void pick()} />
        <Button
          type="outline"
          title="Simulated camera"
          aria-expanded={isSimulating}
          onPress={() => setIsSimulating(!isSimulating)}
        />
      </View>
      {isSimulating &&
        (canSimulate ? (
          <SimulatePanel key={view} view={view} onStart={onSimulate} />
        ) : (
          <Notice tone="before">
            The simulated client needs both ankles. Read them at Measure first.
          </Notice>
        ))}
      <Fold title="Set the camera up" startsOpen={isFirst && !isSimulating}>
        <CameraGuide view={view} />
      </Fold>
      <Fold title="About the file" note="Landmark lines (.csv) or lab markers (.trc)">
        <Choice
          label="Millimetres come from"
          options={[
            { value: 'none', label: 'The file' },
            { value: 'plate', label: 'A plate, 450 mm' },
            ...(view === 'side' && hasFoot
              ? [{ value: 'foot' as const, label: 'The client’s foot' }]
              : []),
          ]}
          value={scale}
          onChange={onScale}
        />
        <Choice
          label="Up in a .trc file"
          options={[
            { value: 'y', label: 'Y' },
            { value: 'z', label: 'Z' },
          ]}
          value={up}
          onChange={onUp}
        />
      </Fold>
      {!canSimulate && (
        <Say soft small>
          Both ankles are not measured yet: captures are read, but the lean cannot be split.
        </Say>
      )}
    </Part>
  );
}
