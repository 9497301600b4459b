/** What differs between two forms of a dashboard, in words. */
import { listed } from '../../listed';
import type { Model } from '../../model/model';
import {
  itemOf,
  type Control,
  type DashboardDocument,
  type Page,
  type Visual,
  type Wire,
} from '../document/document';
import { pagesOf, placesByPage } from '../document/pages';
import { titlesIn } from '../document/title';
import { partOf } from '../document/parts';

type Item = Visual | Control;

/** Items named one by one, at most; more are counted. */
const MOST_NAMED = 4;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const itemsOf = (document: DashboardDocument): Item[] => [...document.visuals, ...document.controls];

/** Names of settings as people read them: "ownPeriod" is "own period". */
const settingName = (key: string) => key.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

/** The settings of an item that differ. */
function changedSettings(before: Item, after: Item): string[] {
  const [a, b] = [before as Record<string, unknown>, after as Record<string, unknown>];
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].filter((key) => !same(a[key], b[key])).map(settingName);
}

const wireKey = ({ control, target }: Wire) => `${control} ${target}`;

/** The changes that lead from one document to the other, each as a sentence; none where nothing differs. */
export function documentChanges(before: DashboardDocument, after: DashboardDocument, model: Model): string[] {
  const [old, fresh] = [titlesIn(before, model), titlesIn(after, model)];
  const nameOf = (id: string) => `“${fresh.get(id) ?? old.get(id) ?? id}”`;
  const changes: string[] = [];
  const say = (words: string, ids: readonly string[]) => {
    if (ids.length > 0) changes.push(`${words} ${listed(ids.map(nameOf), MOST_NAMED)}.`);
  };
  if (before.title !== after.title) changes.push(`Title: “${before.title}” became “${after.title}”.`);
  const [were, are] = [itemsOf(before), itemsOf(after)];
  const kinds = (item: Item) => partOf(item.kind).name.toLowerCase();
  for (const item of are.filter(({ id }) => !itemOf(before, id)))
    changes.push(`Added: ${kinds(item)} ${nameOf(item.id)}.`);
  for (const item of were.filter(({ id }) => !itemOf(after, id)))
    changes.push(`Removed: ${kinds(item)} ${nameOf(item.id)}.`);
  for (const item of are) {
    const known = itemOf(before, item.id);
    const settings = known ? changedSettings(known, item) : [];
    if (settings.length > 0) changes.push(`${nameOf(item.id)}: other ${listed(settings, MOST_NAMED)}.`);
  }
  const places = new Map(placesByPage(before).map((place) => [place.item, place]));
  say(
    'Moved or resized:',
    placesByPage(after)
      .filter((place) => places.has(place.item) && !same(places.get(place.item), place))
      .map((place) => place.item),
  );
  changes.push(...wireChanges(before, after, nameOf));
  if (!same(before.zones, after.zones)) changes.push('Other zones.');
  changes.push(...pageChanges(before, after));
  if (!same(before.narrowOrder, after.narrowOrder)) changes.push('Another order on small screens.');
  for (const key of ['anchor', 'timeZone', 'hold', 'showZones', 'colours', 'designWidth', 'tags'] as const)
    if (!same(before[key], after[key])) changes.push(`Dashboard: other ${settingName(key)}.`);
  return changes;
}

/** Wires between items of both documents: switched on, switched off, or on another route. */
function wireChanges(
  before: DashboardDocument,
  after: DashboardDocument,
  nameOf: (id: string) => string,
): string[] {
  const isHere = (wire: Wire) =>
    [before, after].every((document) => itemOf(document, wire.control) && itemOf(document, wire.target));
  const old = new Map(before.wires.filter(isHere).map((wire) => [wireKey(wire), wire]));
  const fresh = new Map(after.wires.filter(isHere).map((wire) => [wireKey(wire), wire]));
  const isOn = (wires: typeof old, key: string) => wires.get(key)?.on === true;
  const keys = [...new Set([...old.keys(), ...fresh.keys()])];
  const sentence = (words: string, changed: readonly string[]) => {
    const names = changed.map((key) => key.split(' ').map(nameOf).join(' → '));
    return names.length > 0 ? [`${words}: ${listed(names, MOST_NAMED)}.`] : [];
  };
  const [on, off, both] = [
    keys.filter((key) => !isOn(old, key) && isOn(fresh, key)),
    keys.filter((key) => isOn(old, key) && !isOn(fresh, key)),
    keys.filter((key) => isOn(old, key) && isOn(fresh, key)),
  ];
  return [
    ...sentence('Wired', on),
    ...sentence('Unwired', off),
    ...sentence(
      'Another route',
      both.filter((key) => !same(old.get(key), fresh.get(key))),
    ),
  ];
}

/** Pages that came, went, were renamed or put in another order. */
function pageChanges(before: DashboardDocument, after: DashboardDocument): string[] {
  const [old, fresh] = [pagesOf(before), pagesOf(after)];
  const nameIn = (pages: readonly Page[], id: string) => pages.find((page) => page.id === id)?.name;
  const added = fresh.filter(({ id }) => nameIn(old, id) === undefined);
  const removed = old.filter(({ id }) => nameIn(fresh, id) === undefined);
  const renamed = fresh.flatMap(({ id, name }) => {
    const was = nameIn(old, id);
    return was === undefined || was === name ? [] : [`“${was}” became “${name}”`];
  });
  const kept = (pages: readonly Page[], others: readonly Page[]) =>
    pages.map(({ id }) => id).filter((id) => nameIn(others, id) !== undefined);
  const names = (pages: readonly Page[]) =>
    listed(
      pages.map(({ name }) => `“${name}”`),
      MOST_NAMED,
    );
  return [
    ...(added.length > 0 ? [`Page added: ${names(added)}.`] : []),
    ...(removed.length > 0 ? [`Page removed: ${names(removed)}.`] : []),
    ...(renamed.length > 0 ? [`Page renamed: ${listed(renamed, MOST_NAMED)}.`] : []),
    ...(same(kept(old, fresh), kept(fresh, old)) ? [] : ['Pages in another order.']),
  ];
}
