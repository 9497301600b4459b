'use client';
/** Parts whose script comes when they are first wanted: what most readers never open does not keep the page waiting. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useReducer, useState, type ComponentType, type ReactNode } from 'react';
import { useEscape } from './useEscape';

/** The properties of the component that a module exports under a name. */
type PropsOf<M, K extends keyof M> = M[K] extends ComponentType<infer P> ? P : never;

/** The script of a part that may still be on its way. */
interface Script {
  /** Has it come, before the part is shown. Rejects where it cannot be had. */
  fetch: () => Promise<void>;
  isThere: () => boolean;
}

/** A part that may still be on its way. */
export interface Late<P> extends Script {
  (props: P): ReactNode;
}

/** A component as a part whose script is that of others. */
export const lateLike = <P,>(part: (props: P) => ReactNode, ...others: readonly Script[]): Late<P> =>
  Object.assign(part, {
    fetch: () => Promise.all(others.map((other) => other.fetch())).then(() => undefined),
    isThere: () => others.every((other) => other.isThere()),
  });

/** How a part is closed, where it can be. */
const closing = (props: object): (() => void) | undefined =>
  'onClose' in props && typeof props.onClose === 'function' ? (props.onClose as () => void) : undefined;

const scripts = new Set<() => Promise<void>>();

/** Has the scripts of all parts come that are known by now. */
export const fetchAll = (): Promise<unknown> => Promise.all([...scripts].map((fetch) => fetch()));

/**
 * The component that a module exports under a name, drawn once the module has come; `waiting` stands in its place until
 * then, and Esc takes back that it is wanted where it can be closed (by its property `onClose`). Where it cannot be
 * fetched that is said, with a way to try again.
 */
export function lazily<M, K extends keyof M>(
  script: () => Promise<M>,
  name: K,
  waiting: ReactNode = null,
): Late<PropsOf<M, K>> {
  type Props = PropsOf<M, K> & object;
  let there: ComponentType<Props> | undefined;
  let coming: Promise<void> | undefined;
  const fetch = () =>
    (coming ??= script().then(
      (parts) => {
        there = parts[name] as ComponentType<Props>;
      },
      (error: unknown) => {
        // It is asked for anew the next time.
        coming = undefined;
        throw error;
      },
    ));
  function LatePart(props: Props) {
    const [, drawAgain] = useReducer((times: number) => times + 1, 0);
    const [isMissing, setMissing] = useState(false);
    // As it was when this was drawn: it may have come since, and is to be drawn then too.
    const isDrawn = there !== undefined;
    useEffect(() => {
      if (isDrawn || isMissing) return;
      let isGone = false;
      fetch().then(
        () => !isGone && drawAgain(),
        () => !isGone && setMissing(true),
      );
      return () => {
        isGone = true;
      };
    }, [isDrawn, isMissing]);
    useEscape(isDrawn ? undefined : closing(props));
    if (isMissing) return <Missing onAgain={() => setMissing(false)} />;
    if (!there) return waiting;
    const Part = there;
    return <Part {...props} />;
  }
  scripts.add(fetch);
  return Object.assign(LatePart, { fetch, isThere: () => there !== undefined }) as unknown as Late<
    PropsOf<M, K>
  >;
}

/**
 * What stands behind a part that may still be on its way: shown together with it, since otherwise it would be moved from
 * under the pointer of whoever is about to click on it.
 */
export function After({ part, children }: { part: Script; children: ReactNode }) {
  const [seen, setSeen] = useState<typeof part>();
  const isThere = part.isThere() || seen === part;
  useEffect(() => {
    if (isThere) return;
    let isGone = false;
    const show = () => !isGone && setSeen(() => part);
    // Where it cannot be had nothing is moved any more either.
    part.fetch().then(show, show);
    return () => {
      isGone = true;
    };
  }, [part, isThere]);
  return isThere ? children : null;
}

function Missing({ onAgain }: { onAgain: () => void }) {
  return (
    <div role="alert" style={{ padding: 8 }}>
      <Typography color="warning">
        This part could not be fetched. What you set is kept.{' '}
        <Button size="small" onClick={onAgain}>
          Try again
        </Button>
      </Typography>
    </div>
  );
}
