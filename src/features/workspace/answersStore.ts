/** The newest answer of every item. Only items whose answer changed are drawn again. */
import { createStore } from 'zustand/vanilla';
import type { LaneAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import type { ControlAnswer } from '../../core/dashboard/turn/controlAnswer';
import type { TurnChanges } from '../../engine/engine';

export interface AnswersState {
  readonly controls: Readonly<Record<string, ControlAnswer>>;
  readonly visuals: Readonly<Record<string, VisualAnswer>>;
  /** Lanes of the almanac strip, in their order. */
  readonly lanes: Readonly<Record<string, LaneAnswer>>;
  /** Items whose shown answer is of an earlier turn, because a cube or the database has not answered yet. */
  readonly waiting: ReadonlySet<string>;
  /** Whether nothing that is shown is known to be of the newest turn. */
  readonly late: boolean;
  readonly failed: boolean;
  readonly take: (changes: TurnChanges) => void;
  readonly markLate: () => void;
  readonly fail: () => void;
}

export function createAnswersStore() {
  return createStore<AnswersState>()((set) => ({
    controls: {},
    visuals: {},
    lanes: {},
    waiting: new Set(),
    late: false,
    failed: false,
    take: (changes) =>
      set((state) => ({
        controls: { ...state.controls, ...changes.controls },
        visuals: { ...state.visuals, ...changes.visuals },
        lanes: changes.lanes ?? state.lanes,
        waiting: new Set(changes.waiting),
        late: false,
        failed: false,
      })),
    markLate: () => set({ late: true }),
    fail: () => set({ failed: true }),
  }));
}
export type AnswersStore = ReturnType<typeof createAnswersStore>;

/** Whether what an item shows is of an earlier turn. */
export const isWaiting = (state: AnswersState, item: string): boolean =>
  state.late || state.waiting.has(item);
