import { AlmanacPage } from '../../features/almanac/AlmanacPage';

export default function Page() {
  return <AlmanacPage />;
}
