/** Short ways to write down the demo's dashboards. */
import { SLICER_DEFAULTS } from '../../src/core/dashboard/document/kinds/slicer';
import { TIME_DEFAULTS } from '../../src/core/dashboard/document/kinds/time';
import type { Dimension } from '../../src/core/model/dimension';
import {
  emptyDocument,
  isControl,
  type Control,
  type DashboardDocument,
  type Place,
  type Visual,
} from '../../src/core/dashboard/document/document';
import type { Model } from '../../src/core/model/model';
import { CHART_DEFAULTS } from '../../src/core/dashboard/document/kinds/chart';
import {
  MEASURED_DEFAULTS,
  shownMeasure,
  type ShownMeasure,
} from '../../src/core/dashboard/document/kinds/measured';
import { wiresForNewItem } from '../../src/core/dashboard/wiring/wires';
import { withZone } from '../../src/core/dashboard/document/zones';

export type Placed = readonly [item: Visual | Control, x: number, y: number, w: number, h: number];

/** Puts items into a document one after the other, each wiring itself within its zone where it has a route. */
export function assemble(
  title: string,
  model: Model,
  placed: readonly Placed[],
  zones: Readonly<Record<string, readonly string[]>> = {},
): DashboardDocument {
  let document = emptyDocument(title);
  for (const [item, x, y, w, h] of placed) {
    const place: Place = { item: item.id, x, y, w, h };
    document = {
      ...document,
      controls: isControl(item) ? [...document.controls, item] : document.controls,
      visuals: isControl(item) ? document.visuals : [...document.visuals, item],
      layout: [...document.layout, place],
    };
    const zone = Object.entries(zones).find(([, items]) => items.includes(item.id))?.[0];
    if (zone !== undefined) document = withZone(document, [item.id], zone);
    document = { ...document, wires: wiresForNewItem(document, model, item) };
  }
  return document;
}

/** The document with its items on pages, by name; what stands on every page under null, and what is not named on the first. */
export function paged(
  document: DashboardDocument,
  pages: Readonly<Record<string, readonly string[]>>,
  everywhere: readonly string[],
): DashboardDocument {
  const named = Object.keys(pages).map((name, i) => ({ id: `page${i + 1}`, name }));
  const layout = document.layout.map((place) => {
    const page = named.find(({ name }) => pages[name]!.includes(place.item)) ?? named[0]!;
    return { ...place, page: everywhere.includes(place.item) ? null : page.id };
  });
  return { ...document, pages: named, layout };
}

/** The document without the wires that `isCut` names. */
export function cut(
  document: DashboardDocument,
  isCut: (control: string, target: string) => boolean,
): DashboardDocument {
  const wires = document.wires.map((wire) =>
    isCut(wire.control, wire.target) ? { ...wire, on: false } : wire,
  );
  return { ...document, wires };
}

/** A measure by `dataset/measure`. */
export function shown(name: string, more: Partial<ShownMeasure> = {}): ShownMeasure {
  const [dataset = '', measure = ''] = name.split('/');
  return shownMeasure(dataset, measure, more);
}

export const column = (dataset: string, name: string): Dimension => ({ dataset, column: name });

type Kind<K extends Visual['kind']> = Extract<Visual, { kind: K }>;

/** A chart with the settings that every one begins with. */
export function chart<K extends 'line' | 'area' | 'bar' | 'stacked' | 'combined'>(
  kind: K,
  id: string,
  measures: readonly ShownMeasure[],
  more: Partial<Kind<K>> = {},
): Visual {
  return { ...CHART_DEFAULTS, id, kind, measures: [...measures], ...more };
}

/** A figure, text, crosstab, map or calendar map with the settings that every one begins with. */
export function measured<K extends 'figure' | 'text' | 'crosstab' | 'calendarmap' | 'map'>(
  kind: K,
  id: string,
  measures: readonly ShownMeasure[],
  more: Partial<Kind<K>> = {},
): Visual {
  const crosstab =
    kind === 'crosstab' ? { columns: { kind: 'grain' }, subtotals: true, most: 14, least: 1 } : {};
  return { ...MEASURED_DEFAULTS, ...crosstab, id, kind, measures: [...measures], ...more } as Visual;
}

export function slicer(id: string, title: string, dimension: Dimension): Control {
  return { ...SLICER_DEFAULTS, id, kind: 'slicer', title, dimension };
}

export function timeline(
  id: string,
  title: string,
  phrase: string,
  more: Partial<Extract<Control, { kind: 'timeline' }>> = {},
): Control {
  return {
    ...TIME_DEFAULTS,
    id,
    kind: 'timeline',
    title,
    default: phrase,
    level: 'month',
    levelFixed: false,
    size: 'words',
    ...more,
  };
}
