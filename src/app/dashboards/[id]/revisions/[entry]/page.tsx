import { Suspense } from 'react';
import { RevisionPage } from '../../../../../features/dashboard/RevisionPage';

export default async function Page({ params }: { params: Promise<{ id: string; entry: string }> }) {
  const { id, entry } = await params;
  return (
    <Suspense>
      <RevisionPage id={Number(id)} entry={Number(entry)} />
    </Suspense>
  );
}
