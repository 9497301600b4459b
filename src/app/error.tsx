'use client';
import { BrokenPage } from '../features/ui/BrokenPage';

/** Shown in the place of a page that cannot be drawn. */
export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return <BrokenPage message={error.message} onAgain={reset} />;
}
