import { Suspense } from 'react';
import { DashboardPage } from '../../../features/dashboard/DashboardPage';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  return (
    <Suspense>
      <DashboardPage id={Number(id)} />
    </Suspense>
  );
}
