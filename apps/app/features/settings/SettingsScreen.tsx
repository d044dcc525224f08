import { View } from 'react-native';
import { Input } from '../../ui/elements.ts';
import { Choice } from '../../ui/Choice.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { Say } from '../../ui/Say.tsx';
import { Tick } from '../../ui/Tick.tsx';
import { Part, Screen } from '../../ui/Screen.tsx';
import { DevicePart } from './DevicePart.tsx';
import { EmergencyPart } from './EmergencyPart.tsx';
import { UnitsPart } from './UnitsPart.tsx';
import { ZonePart } from './ZonePart.tsx';
import { WordsPart } from './WordsPart.tsx';
import { useAppDispatch, useAppSelector, settingsActions, type Settings } from '../data/index.ts';

/** What this device measures with, and whose hands it is in. */
export function SettingsScreen() {
  const settings = useAppSelector((s) => s.settings);
  const dispatch = useAppDispatch();
  const set = (change: Partial<Settings>) => dispatch(settingsActions.changed(change));
  const isSimulated =
    settings.angle === 'simulatedInclinometer' || settings.length === 'simulatedTape';
  return (
    <Screen title="Settings" who="Kept on this device">
      <Part title="Coach">
        <Input
          label="Initials"
          aria-label="Initials"
          value={settings.initials}
          maxLength={4}
          autoCapitalize="characters"
          onChangeText={(initials) => set({ initials: initials.toUpperCase() })}
          renderErrorMessage={false}
          containerStyle={{ maxWidth: 160 }}
        />
      </Part>
      <ZonePart />
      <UnitsPart own={settings.units} onOwn={(units) => set({ units })} />
      <Part
        title="Angles are read with"
        hint="Shin, hip rotation and leg lift. Entering by hand is always one tap away."
      >
        <Choice
          label="Angles are read with"
          hideLabel
          options={[
            { value: 'byHand', label: 'My own inclinometer, typed' },
            { value: 'motionSensor', label: 'This phone on the limb' },
            { value: 'simulatedInclinometer', label: 'Simulated inclinometer' },
          ]}
          value={settings.angle}
          onChange={(angle) => set({ angle })}
        />
        {settings.angle !== 'byHand' && (
          <Tick
            title="Vibrate and sound when a reading is steady"
            checked={settings.signals}
            onPress={() => set({ signals: !settings.signals })}
          />
        )}
        {settings.angle === 'motionSensor' && (
          <Say soft>
            {settings.zero
              ? 'Zeroed on the wall. Zero again after changing the case or the phone.'
              : 'Not zeroed yet: the first reading will ask for the wall.'}
          </Say>
        )}
        {settings.angle === 'simulatedInclinometer' && (
          <Choice
            label="It behaves"
            options={[
              { value: 'none', label: 'As it should' },
              { value: 'missing', label: 'Is missing' },
              { value: 'refused', label: 'Is refused' },
              { value: 'frozen', label: 'Freezes' },
            ]}
            value={settings.simulatedFault}
            onChange={(simulatedFault) => set({ simulatedFault })}
          />
        )}
      </Part>
      <Part title="Lengths are read with">
        <Choice
          label="Lengths are read with"
          hideLabel
          options={[
            { value: 'byHand', label: 'Tape and ruler, typed' },
            { value: 'simulatedTape', label: 'Simulated tape' },
          ]}
          value={settings.length}
          onChange={(length) => set({ length })}
        />
      </Part>
      <EmergencyPart />
      <DevicePart />
      <WordsPart />
      {isSimulated && (
        <Part>
          <View>
            <Notice tone="before">
              Simulated instruments are for learning. Their readings are made up and marked so in
              the record: do not use them on a real client.
            </Notice>
          </View>
        </Part>
      )}
    </Screen>
  );
}
