import DeviceMotion from 'expo-sensors/build/DeviceMotion';
import type { StreamedInstrument } from './types.ts';

const STANDARD_GRAVITY = 9.80665;

/** The phone's own motion sensor, held flat on the limb. */
export const motionSensor: StreamedInstrument = {
  id: 'motionSensor',
  name: 'This phone on the limb',
  way: 'streamed',
  reads: (measure) => measure.byInclinometer === true,
  zeroOf: () => null,
  start: (_aim, on) => {
    let isStopped = false;
    const onMotion = ({ accelerationIncludingGravity: pull }: DeviceMotionEvent) => {
      // A browser may send events whose numbers are all null.
      if (pull?.x == null || pull.y == null || pull.z == null) return;
      on.sample({
        tMs: performance.now(),
        x: pull.x / STANDARD_GRAVITY,
        y: pull.y / STANDARD_GRAVITY,
        z: pull.z / STANDARD_GRAVITY,
      });
    };
    const open = async () => {
      // Asked first, while the tap still counts as one.
      const permission = await DeviceMotion.requestPermissionsAsync();
      if (isStopped) return;
      if (!permission.granted) return on.fault('refused');
      if (!(await DeviceMotion.isAvailableAsync())) return on.fault('missing');
      // In this version of expo-sensors `addListener` is missing on the web (docs/decisions/006), so the event it would pass on
      // is heard directly.
      if (!isStopped) window.addEventListener('devicemotion', onMotion);
    };
    open().catch(() => {
      if (!isStopped) on.fault('missing');
    });
    return () => {
      isStopped = true;
      window.removeEventListener('devicemotion', onMotion);
    };
  },
};
