import type { Metadata } from 'next';
import { AlmanacPage } from '../../features/almanac/AlmanacPage';

export const metadata: Metadata = { title: 'Almanac' };

export default function Page() {
  return <AlmanacPage />;
}
