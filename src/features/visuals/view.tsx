'use client';
/** What a kind of visual shows: the form of an entry of the register. */
import { lateLike, type Late } from '../ui/lazily';
import type { Visual, VisualKind, VisualOf } from '../../core/dashboard/document/visuals';
import type { ShownAnswer } from '../../core/dashboard/turn/answer';

export interface VisualBodyProps<V extends Visual, A = ShownAnswer> {
  readonly visual: V;
  readonly title: string;
  readonly answer: A;
}

export interface VisualSettingsProps<V extends Visual> {
  readonly visual: V;
  readonly change: (part: Partial<Omit<V, 'id' | 'kind'>>) => void;
}

export interface VisualView<K extends VisualKind = VisualKind> {
  /** Path of its small sign, on 18 by 17 pixels, and whether it is filled. */
  readonly sign: string;
  readonly filled?: boolean;
  /** Whether it becomes as high as what it says where items stand in one column; else it is as high as it was laid out. */
  readonly grows?: boolean;
  readonly Body: Late<VisualBodyProps<VisualOf<K>>>;
  readonly Settings: Late<VisualSettingsProps<VisualOf<K>>>;
}

/** A body that draws one kind of answer. */
export function drawing<V extends Visual, const A extends ShownAnswer['kind']>(
  kind: A,
  Body: Late<VisualBodyProps<V, Extract<ShownAnswer, { kind: A }>>>,
): Late<VisualBodyProps<V>> {
  function DrawnBody({ answer, ...props }: VisualBodyProps<V>) {
    // An answer of the kind that the visual had a moment ago is on its way out.
    if (answer.kind !== kind) return null;
    return <Body {...props} answer={answer as Extract<ShownAnswer, { kind: A }>} />;
  }
  return lateLike(DrawnBody, Body);
}
