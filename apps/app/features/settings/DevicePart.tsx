import { useSyncExternalStore } from 'react';
import { sayDevice, sayTrustAddress } from '@zither/words/attention';
import { Say } from '../../ui/Say.tsx';
import { Part } from '../../ui/Screen.tsx';
import { useDeviceState } from '../data/index.ts';
import { versions } from '../shell/index.ts';

/** What this device keeps for a room without network, and what it lacks. */
export function DevicePart() {
  const device = useDeviceState();
  const { isInstalled } = useSyncExternalStore(versions.listen, versions.read);
  if (!device) return null;
  return (
    <Part title="Without network">
      {sayDevice({ ...device, isInstalled }).map((line) => (
        <Say key={line}>{line}</Say>
      ))}
      {!device.isSecure && <Say soft>{sayTrustAddress(window.location.hostname)}</Say>}
    </Part>
  );
}
