import { ModelPage } from '../../features/model/ModelPage';

export default function Page() {
  return <ModelPage />;
}
