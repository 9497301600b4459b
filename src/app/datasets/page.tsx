import { DatasetsPage } from '../../features/datasets/DatasetsPage';

export default function Page() {
  return <DatasetsPage />;
}
