'use client';
/**
 * The map of the model: the almanac as a trunk in the middle, datasets at both sides, each date role a line to the
 * trunk; shared dimensions stand below, joined to the datasets that have them. A picture to read, not to edit.
 */
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { DatasetModel, Model, SharedDimension } from '../../core/model/model';
import { seriesColour } from '../../theme/roles';
import { Found } from '../ui/Found';
import { useSize } from '../ui/useSize';
import { inOrder, LEAST_WIDTH, placed, sidesIn, TRUNK, type Placed } from './mapLayout';
import { DatasetBox, hasColumnOf, RoleLines, SharedBox, SharedLines, Trunk } from './MapMarks';

/** Datasets that are drawn before one asks for more: a map of some screens' height. */
const STEP = 40;

/** The map of all datasets, or, where they are many, of the first ones and of those that are searched. */
export function ModelMap({ model }: { model: Model }) {
  const datasets = useMemo(() => inOrder(model.datasets), [model]);
  return (
    <Found thing="dataset" items={datasets} textOf={({ name }) => name} step={STEP}>
      {(shown) => <DrawnMap model={model} datasets={shown} />}
    </Found>
  );
}

/** What the map shows, in words. */
function mapWords(datasets: readonly DatasetModel[], shared: readonly SharedDimension[]): string {
  const names = (entries: readonly { readonly name: string }[]) => entries.map(({ name }) => name).join(', ');
  const words = datasets.map(({ name, roles }) => `${name} by ${names(roles) || 'no date role'}`).join('; ');
  return `Model: ${words}. Shared: ${names(shared) || 'nothing'}`;
}

function DrawnMap({ model, datasets }: { model: Model; datasets: readonly DatasetModel[] }) {
  const router = useRouter();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size.width === 0 ? 0 : Math.max(size.width, LEAST_WIDTH);
  const [lit, setLit] = useState<string | null>(null);
  const litShared = model.shared.find((entry) => `#${entry.key}` === lit);
  const boxes = placed(datasets);
  const { left, right, boxWidth, centre } = sidesIn(width);
  const edge = (box: Placed) => (box.side === 'left' ? left + boxWidth : right);
  const trunk = (box: Placed) => (box.side === 'left' ? centre - TRUNK / 2 : centre + TRUNK / 2);
  const bottom = Math.max(...boxes.map((box) => box.y + box.height), 120);
  const sharedTop = bottom + 30;
  // Known before the width is, so that nothing below it jumps.
  const height = (model.shared.length > 0 ? sharedTop + 46 : bottom) + 8;
  const sharedWidth = Math.min(200, (width - 20) / Math.max(1, model.shared.length) - 16);
  const sharedX = (i: number) =>
    centre - ((sharedWidth + 16) * model.shared.length - 16) / 2 + i * (sharedWidth + 16);
  return (
    <div ref={ref} style={{ minHeight: height, overflowX: 'auto' }}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={mapWords(datasets, model.shared)}
          style={{ display: 'block' }}
        >
          {boxes.map((box) => (
            <RoleLines
              key={box.dataset.key}
              box={box}
              from={edge(box)}
              to={trunk(box)}
              faded={lit !== null && lit !== box.dataset.key && !lit.startsWith('#')}
            />
          ))}
          <Trunk centre={centre} bottom={bottom} span={model.span} />
          {model.shared.map((entry, i) => (
            <SharedLines
              key={entry.key}
              entry={entry}
              place={i}
              count={model.shared.length}
              boxes={boxes}
              sides={{ left, right: right + boxWidth }}
              bottom={bottom}
              x={sharedX(i) + sharedWidth / 2}
              top={sharedTop}
              lit={lit}
            />
          ))}
          {boxes.map((box) => (
            <DatasetBox
              key={box.dataset.key}
              box={box}
              x={box.side === 'left' ? left : right}
              width={boxWidth}
              faded={litShared !== undefined && !hasColumnOf(litShared, box.dataset)}
              onPoint={setLit}
              onOpen={() => router.push(`/datasets/${box.dataset.key}`)}
            />
          ))}
          {model.shared.map((entry, i) => (
            <SharedBox
              key={entry.key}
              entry={entry}
              colour={seriesColour(i)}
              x={sharedX(i)}
              y={sharedTop}
              width={sharedWidth}
              onPoint={setLit}
            />
          ))}
        </svg>
      )}
    </div>
  );
}
