/** What the tints and sizes of a map mean, a line a layer; layers are switched where there are several. */
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { quietStyle } from '../../../theme/roles';
import type { ReadyLayer } from './drawMap';
import { opacityOf, TINTS } from './mapTint';

/** The name of a layer: the designer's, or made from what it shows. */
function layerName({ layer }: Pick<ReadyLayer, 'layer'>, measures: readonly Measure[]): string {
  if (layer.name !== '') return layer.name;
  const shown = layer.tint ?? (layer.kind === 'points' ? layer.size : null);
  const named = shown === null ? undefined : measures[shown]?.name;
  return named ?? (layer.kind === 'areas' ? 'Areas' : 'Points');
}

export function MapLegend({
  layers,
  measures,
  baseline,
  hidden,
  onHidden,
}: {
  layers: readonly ReadyLayer[];
  measures: readonly Measure[];
  /** Name of the first baseline. */
  baseline: string | undefined;
  hidden: ReadonlySet<number>;
  onHidden: (index: number, isHidden: boolean) => void;
}) {
  return (
    <div
      role="group"
      aria-label="Layers"
      style={{
        ...quietStyle,
        display: 'flex',
        flexWrap: 'wrap',
        gap: '2px 16px',
        flex: 'none',
        paddingTop: 4,
      }}
    >
      {layers.map((ready) => {
        const { layer, index, colours, tint } = ready;
        const measure = layer.tint === null ? undefined : measures[layer.tint];
        const sized = layer.kind === 'points' && layer.size !== null ? measures[layer.size] : undefined;
        const name = layerName(ready, measures);
        return (
          <span key={index} style={{ display: 'inline-flex', alignItems: 'center', gap: 6 }}>
            {layers.length > 1 ? (
              <label style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
                <input
                  type="checkbox"
                  checked={!hidden.has(index)}
                  onChange={(event) => onHidden(index, !event.target.checked)}
                />
                {name}
              </label>
            ) : (
              name
            )}
            {measure && tint && (
              <>
                <span>{valueWords(measure, tint.low)}</span>
                <svg width={TINTS * 10} height="10" aria-hidden="true">
                  {Array.from({ length: TINTS }, (_, step) => (
                    <rect
                      key={step}
                      x={step * 10}
                      width="10"
                      height="10"
                      fill={colours[step]}
                      opacity={opacityOf(step, tint.isChange)}
                    />
                  ))}
                </svg>
                <span>
                  {tint.isChange && '+'}
                  {valueWords(measure, tint.high)}
                  {tint.isChange && ` than ${baseline ?? 'before'}`}
                </span>
              </>
            )}
            {sized && (
              <span>larger circles for more{sized.name === name ? '' : ` ${sized.name.toLowerCase()}`}</span>
            )}
          </span>
        );
      })}
    </div>
  );
}
