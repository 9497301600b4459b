/** Wired dashboards for tests, over the model of tests. */
import { TEST_MODEL } from '../../model/testing';
import {
  emptyDocument,
  isControl,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../document/document';
import { wiresForNewItem } from './wires';

/** A document with the items added one after the other, wiring themselves. */
export function documentOf(...items: readonly (Visual | Control)[]): DashboardDocument {
  return items.reduce<DashboardDocument>((document, item, i) => {
    const added = {
      ...document,
      visuals: isControl(item) ? document.visuals : [...document.visuals, item],
      controls: isControl(item) ? [...document.controls, item] : document.controls,
      layout: [...document.layout, { item: item.id, x: 0, y: i * 4, w: 6, h: 4 }],
    };
    return { ...added, wires: wiresForNewItem(added, TEST_MODEL, item) };
  }, emptyDocument('Test'));
}
