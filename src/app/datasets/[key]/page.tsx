import { DatasetPage } from '../../../features/datasets/DatasetPage';

export default async function Page({ params }: { params: Promise<{ key: string }> }) {
  const { key } = await params;
  return <DatasetPage datasetKey={key} />;
}
