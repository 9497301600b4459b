import Link from 'next/link';
import { role } from '../../theme/roles';

/** The name between two brackets; leads to the dashboards. */
export function Wordmark() {
  return (
    <Link
      href="/"
      // What it leads to need not come while a dashboard opens.
      prefetch={false}
      aria-label="Dathen, all dashboards"
      style={{ color: role.ink, textDecoration: 'none', fontWeight: 700, fontSize: 16, whiteSpace: 'nowrap' }}
    >
      <span style={{ color: role.time }}>[</span>dathen<span style={{ color: role.time }}>]</span>
    </Link>
  );
}
