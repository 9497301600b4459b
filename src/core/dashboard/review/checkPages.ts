/** What the wiring check finds on dashboards of several pages. */
import { isControl, type Control } from '../document/document';
import { withItemsOn } from '../document/freePlace';
import { isSeenOn, pageOf, pageNameOf, pagesOf, placesOn, withoutPage } from '../document/pages';
import { quoted, type CheckGround, type Finding } from './finding';

export function ofPages({ design }: CheckGround): Finding[] {
  const { document, model } = design;
  const pages = pagesOf(document);
  if (pages.length < 2) return [];
  const visuals = new Set(document.visuals.map((visual) => visual.id));
  const bare = pages
    .filter((page) => !placesOn(document, page.id).some(({ item }) => visuals.has(item)))
    .map((page): Finding => {
      const items = placesOn(document, page.id).map(({ item }) => item);
      return {
        code: 'empty-page',
        items,
        words: `The page “${page.name}” has no visual.`,
        // Controls are not thrown away by a mend.
        mend:
          items.length > 0
            ? null
            : { label: 'Remove the page', mended: () => withoutPage(document, page.id) },
      };
    });
  return [...bare, ...document.controls.flatMap((control) => actsElsewhere(control))];

  /** A control on a page none of whose visuals it acts on: readers turn it and see nothing change. */
  function actsElsewhere(control: Control): Finding[] {
    const page = pageOf(document, control.id);
    if (page == null) return [];
    const targets = document.wires
      .filter((wire) => wire.control === control.id && wire.on)
      .flatMap((wire) => [...document.visuals, ...document.controls].filter(({ id }) => id === wire.target));
    const acted = targets.filter((target) => !isControl(target));
    if (acted.length === 0 || acted.some((target) => isSeenOn(document, target.id, page))) return [];
    const others = [...new Set(acted.map((target) => pageNameOf(document, target.id)))].map(
      (name) => `“${name}”`,
    );
    return [
      {
        code: 'acts-elsewhere',
        items: [control.id],
        words: `${quoted(model, control)} stands on “${pageNameOf(document, control.id)}”, and all it acts on lies on ${others.join(' and ')}.`,
        mend: { label: 'Put it on every page', mended: () => withItemsOn(document, [control.id], null) },
      },
    ];
  }
}
