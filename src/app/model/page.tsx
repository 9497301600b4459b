import type { Metadata } from 'next';
import { ModelPage } from '../../features/model/ModelPage';

export const metadata: Metadata = { title: 'Model' };

export default function Page() {
  return <ModelPage />;
}
