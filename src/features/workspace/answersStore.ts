/** The newest answer of every item. Only items whose answer changed are drawn again. */
import { createStore } from 'zustand';
import type { ControlAnswer, LaneAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import type { TurnChanges } from '../../engine/engine.worker';

export interface AnswersState {
  readonly controls: Readonly<Record<string, ControlAnswer>>;
  readonly visuals: Readonly<Record<string, VisualAnswer>>;
  /** Lanes of the almanac strip, in their order. */
  readonly lanes: Readonly<Record<string, LaneAnswer>>;
  /** Items whose shown answer is of an earlier turn, because the database has not answered yet. */
  readonly waiting: ReadonlySet<string>;
  /** Counts answered turns. */
  readonly turn: number;
  readonly failed: boolean;
  take(changes: TurnChanges): void;
  fail(): void;
}

export function createAnswersStore() {
  return createStore<AnswersState>()((set) => ({
    controls: {},
    visuals: {},
    lanes: {},
    waiting: new Set(),
    turn: 0,
    failed: false,
    take: (changes) =>
      set((state) => ({
        controls: { ...state.controls, ...changes.controls },
        visuals: { ...state.visuals, ...changes.visuals },
        lanes: changes.lanes ?? state.lanes,
        waiting: new Set(changes.waiting),
        turn: state.turn + 1,
        failed: false,
      })),
    fail: () => set({ failed: true }),
  }));
}
export type AnswersStore = ReturnType<typeof createAnswersStore>;
