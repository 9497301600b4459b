/** What the help of a place tells: its keys, and the words that are its own. */

export type HelpPlace = 'read' | 'arrange' | 'wire' | 'Dashboards' | 'Datasets' | 'Almanac' | 'Model';

/** Keys, and what they do. */
type Keys = readonly (readonly [keys: string, does: string])[];
type Words = readonly (readonly [word: string, means: string])[];

const ANYWHERE: Keys = [
  ['?', 'Opens and closes this help'],
  ['Tab, Shift+Tab', 'To the next or the last thing that takes keys'],
  ['Esc', 'Closes the panel, menu or question that is open'],
];

const DASHBOARD: Keys = [
  ['1, 2, 3', 'Arrange, Wire, Read'],
  ['Alt+Page Down, Alt+Page Up', 'To the next page, to the one before'],
  ['Ctrl+P', 'The dashboard on paper, a page a sheet; also as a PDF file'],
  ['T', 'Why the item under the pointer, or with the focus, shows what it shows'],
];

const MOVING: Keys = [
  ['← →', 'On the window of a timeline or slider, or on one of its brackets: a step back or on'],
  ['Shift+← →', 'On the window of a timeline: its end alone'],
  ['[ ]', 'On a timeline: back or on by the length of the window'],
  ['+ −', 'On a timeline: finer or coarser'],
  ['Delete', 'On a timeline or slider: clears it'],
  ['Enter, Space', 'On a mark, value or cell: choose it, or let it go'],
  ['Shift+Enter', 'On a mark or a value of a slicer: the rows behind it, and where a change comes from'],
];

const READ_WORDS: Words = [
  ['window', 'the days that something shows, written between square brackets'],
  ['coverage', 'the days that hold data; striped where there are none'],
  ['in effect', 'what all controls say together: the sentence under the header'],
  ['as of', 'another day stands in the place of today'],
  ['baseline', 'the window that a figure is compared with'],
];

const WIRE_WORDS: Words = [
  ['wire', '“this visual responds to this control”'],
  ['route', 'the date or the dimension through which a wire reaches a dataset'],
  ['crosspoint board', 'all wires in one table: controls down, visuals across'],
  ['zone', 'a part of a dashboard; new controls wire themselves within it'],
  ['trace', 'why an item shows what it shows, step by step'],
  ['rehearsal', 'the dashboard on every day of the coming year'],
];

export const HELP: Readonly<Record<HelpPlace, { readonly keys: Keys; readonly words: Words }>> = {
  read: {
    keys: [
      ...DASHBOARD,
      ['Ctrl+Z, Ctrl+Shift+Z', 'Takes back what you set last, and sets it again; the design stays as it is'],
      ...MOVING,
      ...ANYWHERE,
    ],
    words: READ_WORDS,
  },
  arrange: {
    keys: [
      ...DASHBOARD,
      ['Ctrl+Z, Ctrl+Shift+Z', 'Takes back the last change of the design, and makes it again'],
      ['Enter, Space', 'On the place of an item: chooses it; with Shift, one more'],
      ['← ↑ → ↓', 'On the place of an item: moves it; with Shift, changes its size'],
      ['Ctrl+C, Ctrl+V', 'Copies the item, and puts the copy in'],
      ['Ctrl+D', 'Puts a copy beside the item'],
      ['Delete', 'Removes the item'],
      ...ANYWHERE,
    ],
    words: [...WIRE_WORDS, ...READ_WORDS],
  },
  wire: {
    keys: [
      ...DASHBOARD,
      ['← ↑ → ↓', 'On the board: to the next crosspoint'],
      ['Enter, Space', 'Wires the crosspoint, or takes the wire away'],
      ...ANYWHERE,
    ],
    words: WIRE_WORDS,
  },
  Dashboards: {
    keys: ANYWHERE,
    words: [['bin', 'what is deleted lies here for 30 days and can be brought back']],
  },
  Datasets: {
    keys: ANYWHERE,
    words: [
      ['date role', 'a column of days under the name of what happens on them, such as sailed or sold'],
      ['measure', 'what is counted or added up, with its unit and what is better: more or less'],
      ['coverage', 'the days on which a dataset, or a value of it, has rows'],
      ['settles', 'the last days may still change, and are drawn as such'],
    ],
  },
  Almanac: {
    keys: ANYWHERE,
    words: [
      ['almanac', 'the one table of days that all dates hang on'],
      [
        'fiscal year',
        'a year of the company, which may begin in any month and on another day than the first',
      ],
      ['named period', 'days under a name of yours, for use on any dashboard'],
    ],
  },
  Model: {
    keys: ANYWHERE,
    words: [
      ['shared dimension', 'columns of several datasets that mean the same, so that one control reaches all'],
      ['spelling', 'a way in which a value is written; several can be made one'],
      ['definition', 'a condition under a name, for use on any dashboard'],
    ],
  },
};
