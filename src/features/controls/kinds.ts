/** What each kind of control shows: its sign, its body, its settings. */
import type { Control, ControlKind } from '../../core/dashboard/document/controls';
import { lazily } from '../ui/lazily';
import { answered, timeView, type ControlView } from './view';

export const CONTROL_VIEWS: { readonly [K in ControlKind]: ControlView<K> } = {
  timeline: timeView(
    'M5 3H2V14H5M13 3H16V14H13M8 6V11M10 6V11',
    lazily(() => import('./timeline/TimelineControl'), 'TimelineControl'),
    lazily(() => import('./timeline/TimelineSettings'), 'TimelineSettings'),
  ),
  range: timeView(
    'M5 3H2V14H5M13 3H16V14H13M5 8.5H13',
    lazily(() => import('./range/RangeSliderControl'), 'RangeSliderControl'),
    lazily(() => import('./range/RangeSettings'), 'RangeSettings'),
  ),
  calendar: timeView(
    'M2 4H16V15H2ZM2 8H16M6 2V5M12 2V5',
    lazily(() => import('./calendar/CalendarControl'), 'CalendarControl'),
    lazily(() => import('./calendar/CalendarSettings'), 'CalendarSettings'),
  ),
  periods: timeView(
    'M2 4H4M7 4H16M2 8.5H4M7 8.5H16M2 13H4M7 13H16',
    lazily(() => import('./periods/PeriodListControl'), 'PeriodListControl'),
    lazily(() => import('./periods/PeriodListSettings'), 'PeriodListSettings'),
  ),
  lookback: timeView(
    'M16 8.5H4M8 4L3 8.5L8 13',
    lazily(() => import('./lookback/LookBackControl'), 'LookBackControl'),
    lazily(() => import('./lookback/LookBackSettings'), 'LookBackSettings'),
  ),
  ends: timeView(
    'M5 3H2V14H5M13 3H16V14H13M6 8.5H8M10 8.5H12',
    lazily(() => import('./ends/EndsControl'), 'EndsControl'),
  ),
  phrase: timeView(
    'M5 3H2V14H5M13 3H16V14H13M6 11H12',
    lazily(() => import('./phrase/PhraseBoxControl'), 'PhraseBoxControl'),
  ),
  tree: timeView(
    'M3 3V13H8M3 8H8M10 8H16M10 13H16M6 3H14',
    lazily(() => import('./tree/DateTreeControl'), 'DateTreeControl'),
    lazily(() => import('./tree/DateTreeSettings'), 'DateTreeSettings'),
  ),
  slicer: {
    sign: 'M2 3H5V6H2ZM8 4.5H16M2 10H5V13H2ZM8 11.5H16',
    Body: answered(
      'slicer',
      lazily(() => import('./slicer/SlicerControl'), 'SlicerControl'),
    ),
    Settings: lazily(() => import('./slicer/SlicerSettings'), 'SlicerSettings'),
  },
  condition: {
    sign: 'M2 4H10M2 8.5H7M2 13H10M12 6L14 8.5L12 11M14 8.5H16',
    Body: answered(
      'condition',
      lazily(() => import('./condition/ConditionsControl'), 'ConditionsControl'),
    ),
    Settings: lazily(() => import('./condition/ConditionSettings'), 'ConditionSettings'),
  },
  numbers: {
    sign: 'M2 8.5H16M5 5.5V11.5M12 5.5V11.5',
    Body: answered(
      'numbers',
      lazily(() => import('./numbers/NumberRangeControl'), 'NumberRangeControl'),
    ),
    Settings: lazily(() => import('./numbers/NumberRangeSettings'), 'NumberRangeSettings'),
  },
  value: {
    sign: 'M2 5H16V12H2ZM5 8.5H7',
    Body: answered(
      'value',
      lazily(() => import('./value/ValueControl'), 'ValueControl'),
    ),
    Settings: lazily(() => import('./value/ValueSettings'), 'ValueSettings'),
  },
  measures: {
    sign: 'M3 14V8M8 14V3M13 14V10M2 16H16',
    Body: answered(
      'measures',
      lazily(() => import('./measures/MeasureChooserControl'), 'MeasureChooserControl'),
    ),
    Settings: lazily(() => import('./measures/MeasureChooserSettings'), 'MeasureChooserSettings'),
  },
  grain: {
    sign: 'M2 3H16M2 8.5H8M10 8.5H16M2 14H5M7.5 14H10.5M13 14H16',
    Body: answered(
      'grain',
      lazily(() => import('./grain/GrainControl'), 'GrainControl'),
    ),
    Settings: lazily(() => import('./grain/GrainSettings'), 'GrainSettings'),
  },
  baselines: {
    sign: 'M2 12L6 7L10 10L16 3M2 15H4M6 15H8M10 15H12M14 15H16',
    Body: answered(
      'baselines',
      lazily(() => import('./baselines/BaselineControl'), 'BaselineControl'),
    ),
    Settings: lazily(() => import('./baselines/BaselineSettings'), 'BaselineSettings'),
  },
  asof: {
    sign: 'M9 2A6.5 6.5 0 1 0 9.01 2M9 5V9L12 11',
    Body: answered(
      'asof',
      lazily(() => import('./asof/AsOfControl'), 'AsOfControl'),
    ),
    Settings: lazily(() => import('./asof/AsOfSettings'), 'AsOfSettings'),
  },
};

/** The view of a control's kind, for use on that control. */
export const viewOf = (control: Control): ControlView => CONTROL_VIEWS[control.kind];
