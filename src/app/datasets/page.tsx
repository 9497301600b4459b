import type { Metadata } from 'next';
import { DatasetsPage } from '../../features/datasets/DatasetsPage';

export const metadata: Metadata = { title: 'Datasets' };

export default function Page() {
  return <DatasetsPage />;
}
