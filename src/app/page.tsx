import { DashboardsPage } from '../features/dashboards/DashboardsPage';

export default function Page() {
  return <DashboardsPage />;
}
