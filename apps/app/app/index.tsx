import { Redirect } from 'expo-router';

export { ErrorBoundary } from '../features/shell/index.ts';

export default function Home() {
  return <Redirect href={'/clients'} />;
}
