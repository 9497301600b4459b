import type { Metadata } from 'next';
import { PeoplePage } from '../../features/accounts/PeoplePage';

export const metadata: Metadata = { title: 'People and rights' };

export default function Page() {
  return <PeoplePage />;
}
