'use client';
/** The findings of the wiring check: each jumps to its place, and is mended by one click where there is a mend. */
import { findingsSchema, mendedSchema, type ToldFinding } from '../../contract/answers';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { FindingCode } from '../../core/dashboard/review/finding';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { pageNameOf } from '../../core/dashboard/document/pages';
import { role } from '../../theme/roles';
import { useJump } from '../workspace/page';
import { useDocument, useWorkspace } from '../workspace/workspace';
import { useNotice } from '../ui/Notice';
import { requestAs } from '../ui/request';
import { ShowMore } from '../ui/ShowMore';
import { SidePanel } from '../ui/SidePanel';

const WAIT_MS = 500;

const CODE_NAMES: Record<FindingCode, string> = {
  'dead-control': 'Wired to nothing',
  'uncontrolled-visual': 'Under no control',
  'never-meet': 'Windows never meet',
  'empty-today': 'Default is empty today',
  'empty-later': 'Turns empty later',
  'grain-too-coarse': 'One point only',
  'half-wire': 'Half wire',
  'grain-too-fine': 'Finer than known',
  'old-default': 'Old default',
  'never-revealed': 'Never shown',
  'ratio-roles': 'Ratio of different days',
  missing: 'Missing',
  'missing-value': 'Value missing',
  'unused-value': 'Value not used',
  'baseline-overlaps': 'Baseline overlaps',
  'baseline-partly': 'Baseline only partly covered',
  'baseline-empty': 'No baseline today',
  'chooser-empty': 'Nothing to show',
  'acts-elsewhere': 'Acts on other pages only',
  'empty-page': 'Page without visuals',
};

/** The document once it has stood still for a while. */
function useSettledDocument(): DashboardDocument {
  const document = useDocument();
  const [settled, setSettled] = useState(document);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(document), WAIT_MS);
    return () => clearTimeout(timer);
  }, [document]);
  return settled;
}

function useFindings(year: boolean) {
  const { model } = useWorkspace();
  const document = useSettledDocument();
  return useQuery({
    queryKey: ['check', document, model.datasets.map((dataset) => dataset.load), year],
    queryFn: () => requestAs(findingsSchema, '/api/check', { body: { document, year } }),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
}

export function CheckButton() {
  const [open, setOpen] = useState(false);
  const quick = useFindings(false);
  const count = quick.data?.length;
  return (
    <>
      <Button
        onClick={() => setOpen(!open)}
        aria-expanded={open}
        aria-label={count === undefined ? 'Wiring check' : `Wiring check: ${count} found`}
        sx={{ whiteSpace: 'nowrap', ...(count ? { color: 'warning.main' } : {}) }}
      >
        {count === undefined ? 'Wiring check' : `Wiring check: ${count}`}
      </Button>
      {open && <CheckDrawer onClose={() => setOpen(false)} />}
    </>
  );
}

/** Puts the mend of a finding into the dashboard as it is now, unless that is changed while the mend is on its way. */
function useMend() {
  const { store } = useWorkspace();
  const notice = useNotice();
  const mending = useMutation({
    mutationFn: async ({ finding, document }: { finding: ToldFinding; document: DashboardDocument }) => {
      const { code, items, mend } = finding;
      const mended = await requestAs(mendedSchema, '/api/check/mend', {
        body: { document, finding: { code, items, mend } },
      });
      if (store.getState().document === document) store.getState().change(() => mended);
      else notice({ text: 'The dashboard was changed meanwhile, so it was not mended. Do it again.' });
    },
    onError: (error) => notice({ text: error.message }),
  });
  return {
    /** The finding whose mend is on its way. */
    under: mending.isPending ? mending.variables.finding : null,
    begin: (finding: ToldFinding) => mending.mutate({ finding, document: store.getState().document }),
  };
}

/** Findings that are shown before one asks for more. */
const STEP = 50;

function CheckDrawer({ onClose }: { onClose: () => void }) {
  const document = useDocument();
  const mend = useMend();
  const jumpTo = useJump(document);
  /** Where a finding lies, on a dashboard of several pages. */
  const whereOf = ({ items: [first] }: ToldFinding) => {
    const page = first === undefined ? undefined : pageNameOf(document, first);
    return page === undefined ? '' : ` · ${page}`;
  };
  const findings = useFindings(true);
  const list = findings.data ?? [];
  const [most, setMost] = useState(STEP);
  return (
    <SidePanel name="Wiring check" title="Wiring check" width={420} onClose={onClose}>
      <Typography variant="body2" color="textSecondary" gutterBottom>
        {findings.isFetching
          ? 'Looking at every wire, and at every day of the coming year…'
          : list.length === 0
            ? 'Nothing found: every control has an effect, every default has data, today and on each day of the coming year if data goes on arriving as now.'
            : `${list.length} found, the coming year included (if data goes on arriving as now).`}
      </Typography>
      {findings.isFetching && <LinearProgress aria-label="Wiring check" />}
      {findings.error && <Typography role="alert">{findings.error.message}</Typography>}
      <ul style={{ listStyle: 'none', padding: 0, margin: 0 }}>
        {list.slice(0, most).map((finding) => (
          <li
            key={`${finding.code} ${finding.items.join()} ${finding.words}`}
            style={{ borderTop: `1px solid ${role.hairline}`, padding: '8px 0' }}
          >
            <Typography variant="body2" sx={{ color: 'warning.main', fontWeight: 650 }}>
              {CODE_NAMES[finding.code]}
              {whereOf(finding)}
            </Typography>
            <Typography>{finding.words}</Typography>
            <Button
              onClick={() => {
                const [first] = finding.items;
                if (first) jumpTo(first);
              }}
            >
              Go there
            </Button>
            {finding.mend && (
              <Button color="secondary" loading={mend.under === finding} onClick={() => mend.begin(finding)}>
                {finding.mend}
              </Button>
            )}
          </li>
        ))}
      </ul>
      <ShowMore below={list.length - most} onMore={() => setMost(most + STEP)} />
    </SidePanel>
  );
}
