import type { Metadata } from 'next';
import { DashboardsPage } from '../features/dashboards/DashboardsPage';

export const metadata: Metadata = { title: 'Dashboards · Dathen' };

export default function Page() {
  return <DashboardsPage />;
}
