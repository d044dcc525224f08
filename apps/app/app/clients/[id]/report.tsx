import { WithDossier } from '../../../features/clients/WithDossier.tsx';
import { later } from '../../../ui/later.tsx';

export { ErrorBoundary } from '../../../features/shell/index.ts';

const ReportScreen = later(
  'this page',
  async () => (await import('../../../features/reports/ReportScreen.tsx')).ReportScreen,
);

export default function Page() {
  return <WithDossier>{(dossier) => <ReportScreen dossier={dossier} />}</WithDossier>;
}
