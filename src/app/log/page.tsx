import type { Metadata } from 'next';
import { LogPage } from '../../features/accounts/LogPage';

export const metadata: Metadata = { title: 'Who did what' };

export default function Page() {
  return <LogPage />;
}
