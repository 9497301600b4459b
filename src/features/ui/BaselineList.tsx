'use client';
/** The baselines of a dashboard: named, changed, added, left out; what uses one is told before it goes. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { baselineName, type DashboardBaseline } from '../../core/dashboard/document/kinds/compare';
import { BaselineField } from './BaselineField';
import { TextSetting } from './fields';

export function BaselineList({
  baselines,
  usesOf,
  onChange,
  onAdd,
}: {
  baselines: readonly DashboardBaseline[];
  /** Titles of what uses a baseline. */
  usesOf: (id: string) => readonly string[];
  onChange: (baselines: readonly DashboardBaseline[]) => void;
  onAdd: (text: string) => void;
}) {
  const put = (changed: DashboardBaseline) =>
    onChange(baselines.map((entry) => (entry.id === changed.id ? changed : entry)));
  return (
    <section aria-label="Baselines of the dashboard">
      <Typography variant="h3" component="h3" sx={{ mt: 2 }}>
        Baselines of the dashboard
      </Typography>
      {baselines.map((entry, i) => {
        const uses = usesOf(entry.id);
        return (
          <div key={entry.id}>
            <BaselineField
              label={`Baseline ${i + 1}`}
              value={entry.text}
              onCommit={(text) => put({ ...entry, text })}
            />
            <div style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
              <TextSetting
                label={`Name of baseline ${i + 1}`}
                value={entry.name}
                placeholder={entry.text}
                check={(name) => (name.length > 100 ? 'At most 100 characters.' : null)}
                onChange={(name) => put({ ...entry, name: name.trim() })}
              />
              <Button
                aria-label={`Leave out ${baselineName(entry)}`}
                title={uses.length > 0 ? `Used by ${uses.join(', ')}` : 'Used by nothing'}
                onClick={() => onChange(baselines.filter((other) => other.id !== entry.id))}
                sx={{ minWidth: 0 }}
              >
                ×
              </Button>
            </div>
            {uses.length > 0 && (
              <Typography variant="body2" color="textSecondary">
                Used by {uses.join(', ')}.
              </Typography>
            )}
          </div>
        );
      })}
      <BaselineField label="Add a baseline" onCommit={onAdd} />
    </section>
  );
}
