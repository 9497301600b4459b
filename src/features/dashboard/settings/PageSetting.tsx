'use client';
/** The page that items lie on, and the page itself: its name, its order, its end. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isControl, itemOf } from '../../../core/dashboard/document/document';
import { withItemsOn } from '../../../core/dashboard/document/freePlace';
import {
  pageOf,
  pagesOf,
  placesOn,
  withoutPage,
  withPageMoved,
  withPageName,
} from '../../../core/dashboard/document/pages';
import { ChoiceSetting, TextSetting } from '../../ui/fields';
import { useNotice } from '../../ui/Notice';
import { usePage } from '../../workspace/page';
import { useDocument, useWorkspace } from '../../workspace/workspace';

const EVERY = '*';
const SEVERAL = '';

/** Which page items lie on; controls may stand on every page. */
export function ItemPageSetting({ items }: { items: readonly string[] }) {
  const { store } = useWorkspace();
  const document = useDocument();
  const { turnTo } = usePage(document);
  const pages = pagesOf(document);
  const found = items.flatMap((id) => itemOf(document, id) ?? []);
  const mayBeEverywhere = found.every(isControl);
  if (pages.length < 2 && !mayBeEverywhere) return null;
  const now = new Set(
    items.map((id) => {
      const page = pageOf(document, id);
      return page === null ? EVERY : (page ?? pages[0].id);
    }),
  );
  const value = now.size === 1 ? [...now][0]! : SEVERAL;
  return (
    <ChoiceSetting
      label="Page"
      value={value}
      options={[
        ...(value === SEVERAL ? [{ value: SEVERAL, label: 'Several' }] : []),
        ...pages.map(({ id, name }) => ({ value: id, label: name })),
        ...(mayBeEverywhere ? [{ value: EVERY, label: 'Every page' }] : []),
      ]}
      onChange={(page) => {
        if (page === SEVERAL) return;
        store.getState().change((old) => withItemsOn(old, items, page === EVERY ? null : page));
        if (page !== EVERY) void turnTo(page);
      }}
    />
  );
}

/** The page that is shown: its name, its order among the others, its end. */
export function PageSetting() {
  const { store } = useWorkspace();
  const document = useDocument();
  const notice = useNotice();
  const { page, pages, turnTo } = usePage(document);
  if (pages.length < 2) return null;
  const at = pages.findIndex(({ id }) => id === page.id);
  const count = placesOn(document, page.id).length;
  const move = (by: number) => {
    store.getState().change((old) => withPageMoved(old, page.id, by));
    // An address without a page means the first, which may be another one now.
    void turnTo(page.id);
  };
  const remove = () => {
    const next = pages[at + 1] ?? pages[at - 1]!;
    store.getState().change((old) => withoutPage(old, page.id));
    void turnTo(next.id);
    notice({
      text: `“${page.name}” is removed${count > 0 ? ` with its ${count} items` : ''}.`,
      action: { label: 'Undo', run: () => store.temporal.getState().undo() },
    });
  };
  return (
    <section aria-label="This page">
      <Typography variant="h3" sx={{ mt: 2 }}>
        This page
      </Typography>
      <TextSetting
        key={page.id}
        label="Name of the page"
        value={page.name}
        check={(text) => {
          const name = text.trim();
          if (name === '' || name.length > 60) return 'A name of 1 to 60 characters.';
          return name !== page.name && pages.some((entry) => entry.name === name)
            ? 'Another page has this name.'
            : null;
        }}
        onChange={(name) => store.getState().change((old) => withPageName(old, page.id, name.trim()))}
      />
      <Button disabled={at === 0} onClick={() => move(-1)}>
        Move it earlier
      </Button>
      <Button disabled={at === pages.length - 1} onClick={() => move(1)}>
        Move it later
      </Button>
      <Button color="error" onClick={remove}>
        Remove the page{count > 0 ? ` and its ${count} ${count === 1 ? 'item' : 'items'}` : ''}
      </Button>
    </section>
  );
}
