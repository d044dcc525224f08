import { Slot } from 'expo-router';
import { SessionFrame } from '../../../features/session/SessionFrame.tsx';

export default function ClientLayout() {
  return (
    <SessionFrame>
      <Slot />
    </SessionFrame>
  );
}
