/** Answers turns on the server: from cubes where they fit, else by SQL, through the same code as the page. */
import { LRUCache } from 'lru-cache';
import type { Source } from '../../core/cube/query';
import { cubeSource } from '../../core/cube/source';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import type { Model } from '../../core/model/model';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import { cubeShapesFor } from '../../core/dashboard/turn/shapes';
import { stateFor } from '../../core/dashboard/reader/stateFor';
import type { ReaderState } from '../../core/dashboard/reader/state';
import type { TurnAnswer } from '../../core/dashboard/turn/answer';
import { todayFor } from '../../core/dashboard/document/clock';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { checkLinkedDocument } from '../accounts/linkRights';
import { currentCaller } from '../caller';
import { columnSource } from '../columns/columnSource';
import type { StoredDataset } from '../datasets/repository';
import { readModel } from '../model/model';
import { once } from '../once';
import { heldCube } from './cubes';
import { sqlSource } from './sqlSource';

/** The first answer that one of the sources can give. */
function firstOf(...sources: readonly Source[]): Source {
  return {
    async covered(selection) {
      for (const source of sources) {
        const answer = await source.covered(selection);
        if (answer) return answer;
      }
      return undefined;
    },
    async aggregate(query) {
      for (const source of sources) {
        const answer = await source.aggregate(query);
        if (answer) return answer;
      }
      return undefined;
    },
  };
}

/** Cubes where they fit, then the column files, and the database for the rest. */
export async function sourceFor(design: Design, stored: readonly StoredDataset[]): Promise<Source> {
  const cubes = [];
  for (const shape of cubeShapesFor(design)) {
    const dataset = stored.find((entry) => entry.key === shape.dataset)!;
    const cube = await heldCube(dataset, shape);
    if (cube) cubes.push(cube);
  }
  return firstOf(cubeSource(cubes), columnSource(stored, design.model), sqlSource(stored, design.model));
}

/** Designs that are kept with what their questions are answered from; the least recently used go first. */
const KEPT_DESIGNS = 10;

interface Prepared {
  readonly design: Design;
  readonly source: Promise<Source>;
}

/** Designs over a model; a model that is no more takes them with it. Those who see other rows have another model. */
function designsOver(model: Model): LRUCache<string, Prepared> {
  const kept = once('designs', () => new WeakMap<Model, LRUCache<string, Prepared>>());
  const known = kept.get(model) ?? new LRUCache<string, Prepared>({ max: KEPT_DESIGNS });
  kept.set(model, known);
  return known;
}

/** A document as text; one that is held is written once. */
function textOf(document: DashboardDocument): string {
  const texts = once('texts of documents', () => new WeakMap<DashboardDocument, string>());
  const text = texts.get(document) ?? JSON.stringify(document);
  texts.set(document, text);
  return text;
}

/**
 * A document over the model as it is now, with what answers its questions; both are kept, since what is looked up in
 * them is worked out once.
 */
export async function preparedFor(
  document: DashboardDocument,
): Promise<{ design: Design; source: Source; stored: StoredDataset[] }> {
  await checkLinkedDocument(currentCaller(), document);
  const { model, stored } = await readModel();
  const designs = designsOver(model);
  const key = textOf(document);
  const known = designs.get(key);
  if (known) return { design: known.design, source: await known.source, stored };
  const design = designOf(document, model);
  const source = sourceFor(design, stored);
  designs.set(key, { design, source });
  source.catch(() => designs.delete(key));
  return { design, source: await source, stored };
}

/** Answers a turn of a dashboard for a reader's state. */
export async function answerOnServer(
  document: DashboardDocument,
  state: ReaderState,
  only?: readonly string[],
): Promise<{ answer: TurnAnswer; model: Model }> {
  const { design, source } = await preparedFor(document);
  const { model } = design;
  const input = {
    design,
    state: stateFor(document, state),
    today: todayFor(document, model, Date.now()),
    ...(only ? { only: new Set(only) } : {}),
  };
  return { answer: await answerTurn(input, source), model };
}
