/** The number of a figure: whole in the largest size that fits, abbreviated only where none does, never cut. */
import { fireEvent, render, screen } from '@testing-library/react';
import type { FigureAnswer } from '../../../core/dashboard/turn/answer';
import { TEST_MODEL } from '../../../core/model/testing';
import { FigureValue, fittedNumber } from './FigureValue';

const WHOLE = { decimals: 0 };
const MANY = 123_456_789_012;

test.each([
  [0, '123,456,789,012', 26],
  [400, '123,456,789,012', 26],
  [190, '123,456,789,012', 20],
  [140, '123,456,789,012', 15],
  [60, '123.46b', 15],
])('in %d pixels: %s in %d', (width, text, size) => {
  expect(fittedNumber(WHOLE, MANY, '', width)).toEqual({ text, size });
});

test('the unit takes its room too, and nothing is abbreviated where there is no value', () => {
  expect(fittedNumber(WHOLE, 12345, '', 100).size).toBe(26);
  expect(fittedNumber(WHOLE, 12345, 'passengers', 100).size).toBeLessThan(26);
  expect(fittedNumber(WHOLE, null, '', 1)).toEqual({ text: '–', size: 15 });
});

test('what is abbreviated has the whole number on hover', () => {
  const measure = { ...TEST_MODEL.datasets[0]!.measures[0]!, unit: 't' };
  const onRows = jest.fn();
  render(
    <FigureValue
      answer={{ value: MANY } as FigureAnswer}
      measure={measure}
      title="Freight"
      width={70}
      onRows={onRows}
    />,
  );
  const figure = screen.getByRole('status', { name: 'Freight' });
  expect(figure.textContent).toBe('123.46b t');
  const button = screen.getByRole('button');
  expect(button.title).toBe('123,456,789,012 t: show the rows behind it');
  fireEvent.click(button);
  expect(onRows).toHaveBeenCalledTimes(1);
});
