/** The lanes of the almanac strip: the days on which each measure of a dashboard has data. */
import { coveredBy } from './covered';
import { provisionalFrom, type ReachContext } from './reach';
import type { LaneAnswer } from './answer';
import { roleName } from '../../model/model';
import { seenBy } from '../wiring/selection';
import { partsOf } from '../wiring/uses';
import { measuresOf, type Visual } from '../document/visuals';

/** A lane for each measure and date role of the visuals that are wanted, under the slicers of the first that shows it. */
export async function answerLanes(
  context: ReachContext,
  wanted: (visual: Visual) => boolean = () => true,
): Promise<Record<string, LaneAnswer>> {
  const { design, settings, source, today } = context;
  const { document, model } = design;
  const lanes: Record<string, LaneAnswer & { visuals: string[] }> = {};
  for (const visual of document.visuals.filter(wanted)) {
    for (const shown of measuresOf(visual)) {
      for (const part of partsOf(model, shown) ?? []) {
        const { dataset, role, measure } = part;
        const key = `${dataset}/${measure.key}/${role}`;
        const known = lanes[key];
        if (known) {
          if (!known.visuals.includes(visual.id)) known.visuals.push(visual.id);
          continue;
        }
        const { selection } = seenBy(design, settings, visual, part);
        const runs = await coveredBy(source, selection, measure, model.rule);
        if (!runs) continue;
        const isOther = role !== measure.role;
        lanes[key] = {
          dataset,
          role,
          measure: measure.key,
          name: isOther ? `${measure.name}, ${roleName(model, dataset, role)}` : measure.name,
          runs,
          provisionalFrom: provisionalFrom(measure, today),
          visuals: [visual.id],
        };
      }
    }
  }
  return lanes;
}
