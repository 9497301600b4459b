import { Suspense } from 'react';
import { preload } from 'react-dom';
import { DashboardPage } from '../../../features/dashboard/DashboardPage';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  // The page asks for them once its script runs; by then they are there.
  for (const asked of [`/api/dashboards/${Number(id)}`, '/api/model'])
    preload(asked, { as: 'fetch', crossOrigin: 'anonymous' });
  return (
    <Suspense>
      <DashboardPage id={Number(id)} />
    </Suspense>
  );
}
