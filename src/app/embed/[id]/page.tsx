import { Suspense } from 'react';
import { EmbedPage } from '../../../features/dashboard/embed/EmbedPage';

/** A page of a dashboard, or (`visual`) one visual, for a frame in a page of others. */
export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const { visual } = await searchParams;
  return (
    <Suspense>
      <EmbedPage id={Number((await params).id)} visual={typeof visual === 'string' ? visual : null} />
    </Suspense>
  );
}
