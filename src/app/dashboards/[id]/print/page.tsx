import { Suspense } from 'react';
import { PrintPage } from '../../../../features/dashboard/print/PrintPage';

type Search = Promise<Readonly<Record<string, string | string[] | undefined>>>;

/** A dashboard on paper. `only=PAGE` prints one page; `ask` opens the browser's dialog. */
export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Search;
}) {
  const { only, ask } = await searchParams;
  return (
    <Suspense>
      <PrintPage
        id={Number((await params).id)}
        only={typeof only === 'string' ? only : null}
        asks={ask !== undefined}
      />
    </Suspense>
  );
}
