/** An open dashboard for tests: answered from rows by the core itself, without a worker, an address or a server. */
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render } from '@testing-library/react';
import { NuqsTestingAdapter } from 'nuqs/adapters/testing';
import type { ReactNode } from 'react';
import { cubeSource } from '../../core/cube/source';
import { testCube, type TestRow } from '../../core/cube/testing';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { designOf } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import { TEST_MODEL } from '../../core/model/testing';
import { theme } from '../../theme/theme';
import { fetchAll } from '../ui/lazily';
import { NoticeProvider } from '../ui/Notice';
import { createAnswersStore } from './answersStore';
import { createDocumentStore } from './documentStore';
import { HeldStore } from './heldStore';
import { WorkspaceScope, type Workspace } from './workspace';

/** The day on which tests take place: 2 March 1970. */
const TODAY = 60;

/** A row on each of so many days from day 10 on, of two routes in turn. */
const rowsOver = (days: number): TestRow[] =>
  Array.from({ length: days }, (_, i) => ({
    day: 10 + i,
    other: null,
    route: i % 2 ? 'Veldry' : 'Tamsel',
    channel: i % 3 ? 'web' : null,
    seats: 1 + (i % 4),
    cents: 100,
  }));

export interface OpenDashboard extends Workspace {
  /** Answers what is held now. */
  answer: () => Promise<void>;
}

/** Opens a document over rows, and answers it. */
export async function openDashboard(
  document: DashboardDocument,
  rows: readonly TestRow[] = rowsOver(40),
  model: Model = TEST_MODEL,
): Promise<OpenDashboard> {
  const store = createDocumentStore(document);
  const held = new HeldStore(() => store.getState().document);
  const answers = createAnswersStore();
  const source = cubeSource([testCube(rows)]);
  const answer = async () => {
    const design = designOf(store.getState().document, model);
    const turn = await answerTurn({ design, state: held.effective(), today: TODAY }, source);
    const elsewhere = Object.entries({ ...turn.controls, ...turn.visuals }).filter(
      ([, entry]) => entry.kind === 'elsewhere',
    );
    act(() => answers.getState().take({ ...turn, waiting: elsewhere.map(([id]) => id) }));
  };
  await Promise.all([answer(), fetchAll()]);
  return { store, held, answers, model, today: TODAY, answer };
}

/** Shows a part of an open dashboard. */
export function showIn(dashboard: OpenDashboard, part: ReactNode) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <ThemeProvider theme={theme}>
      <QueryClientProvider client={client}>
        <NoticeProvider>
          <NuqsTestingAdapter hasMemory>
            <WorkspaceScope workspace={dashboard}>{part}</WorkspaceScope>
          </NuqsTestingAdapter>
        </NoticeProvider>
      </QueryClientProvider>
    </ThemeProvider>,
  );
}
