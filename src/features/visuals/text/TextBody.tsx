'use client';
/** A text with its places filled, in plain styles; no HTML of its own, no addresses that run code. */
import Markdown from 'markdown-to-jsx/react';
import { useMemo } from 'react';
import { isControl, isTimeControl } from '../../../core/dashboard/document/document';
import { titlesIn } from '../../../core/dashboard/document/title';
import type { TextPart } from '../../../core/dashboard/document/visuals';
import { parametersOf } from '../../../core/dashboard/reader/parameters';
import { heldWords, isRevealed, isSwitchedOff } from '../../../core/dashboard/reader/held';
import type { ReaderState } from '../../../core/dashboard/reader/state';
import type { TextAnswer } from '../../../core/dashboard/turn/answer';
import type { Design } from '../../../core/dashboard/wiring/design';
import { valueWords } from '../../../core/model/figures';
import { useDesign, useReaderState } from '../../workspace/workspace';
import { filled } from '../../../core/dashboard/turn/said/placeholders';
import { useMeasures } from '../usePicture';
import type { VisualBodyProps } from '../view';

/** Words from the data never act as signs of the text's own style. */
const plain = (words: string) => words.replace(/[\\`*_{}[\]()#+!|<>~]/g, '\\$&');

/** What the controls that act on a text hold, days aside: "Route Veldry, Channel all but Web". */
function choicesWords({ document, model, wire }: Design, state: ReaderState, id: string): string {
  const titles = titlesIn(document, model);
  const said = document.controls.flatMap((control) => {
    const acts =
      isControl(control) &&
      !isTimeControl(control) &&
      wire(control.id, id)?.on === true &&
      isRevealed(document, state, control) &&
      !isSwitchedOff(state, control.id);
    const words = acts ? heldWords(control, state, model, parametersOf(document, state)) : null;
    return words === null ? [] : [`${titles.get(control.id)!} ${words}`];
  });
  return said.length === 0 ? 'All choices are open' : said.join(', ');
}

const OPTIONS = {
  disableParsingRawHTML: true,
  forceBlock: true,
  overrides: {
    ...Object.fromEntries(
      ['p', 'ul', 'ol', 'h1', 'h2', 'h3'].map((tag) => [tag, { props: { style: { margin: '0 0 6px' } } }]),
    ),
    a: { props: { target: '_blank', rel: 'noreferrer noopener' } },
    // Pictures would ask other servers.
    img: { component: ({ alt }: { alt?: string }) => <em>{alt}</em> },
  },
} as const;

export function TextBody({ visual, answer }: VisualBodyProps<TextPart, TextAnswer>) {
  const design = useDesign();
  const state = useReaderState();
  const measures = useMeasures(visual);
  const words = useMemo(() => {
    const values = (measures ?? []).map((measure, i) => plain(valueWords(measure, answer.values[i] ?? null)));
    const places = Object.fromEntries(
      values.map((value, i) => [i === 0 ? 'measure' : `measure ${i + 1}`, value]),
    );
    const choices = plain(choicesWords(design, state, visual.id));
    return filled(visual.text, answer, design, { ...places, choices });
  }, [answer, design, measures, state, visual.id, visual.text]);
  return (
    <div
      style={{ height: '100%', overflowY: 'auto', fontSize: 13, lineHeight: 1.5 }}
      // The text is a part of the page that can be scrolled by keys.
      tabIndex={0}
      role="region"
      aria-label={visual.title === '' ? 'Text' : visual.title}
    >
      <Markdown options={OPTIONS}>{words}</Markdown>
    </div>
  );
}
