import type { Metadata } from 'next';
import { NoSuchPage } from '../features/ui/NoSuchPage';

export const metadata: Metadata = { title: 'No such page' };

export default function NotFound() {
  return <NoSuchPage />;
}
