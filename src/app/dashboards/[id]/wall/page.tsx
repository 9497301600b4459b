import { Suspense } from 'react';
import { WallPage } from '../../../../features/dashboard/wall/WallPage';

/** Seconds that a page is shown where the address does not say (`every`). */
const USUAL_SECONDS = 30;

/** A dashboard alone on a large screen. */
export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}) {
  const { every } = await searchParams;
  const seconds = Number(every);
  return (
    <Suspense>
      <WallPage
        id={Number((await params).id)}
        seconds={Number.isFinite(seconds) && seconds > 0 ? seconds : USUAL_SECONDS}
      />
    </Suspense>
  );
}
