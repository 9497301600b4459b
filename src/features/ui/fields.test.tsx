/** Fields of settings: a draft is shown while it is typed, taken when it is right, and told where it is not. */
import { fireEvent, render, screen } from '@testing-library/react';
import { chooseLocale, currentLocale } from '../../core/locale';
import { ChoiceSetting, SwitchSetting, TextSetting } from './fields';
import { NumberField } from './NumberField';
import { press, said, type, withNumbersOf } from './testing';

const onChange = jest.fn();
const field = () => screen.getByRole<HTMLInputElement>('textbox');
beforeEach(() => onChange.mockClear());
withNumbersOf('en-GB');

describe('a text', () => {
  const short = (text: string) => (text.length > 5 ? 'At most 5 letters.' : null);
  const shown = () =>
    render(
      <TextSetting label="Name" value="Ferry" check={short} helper="Of the route" onChange={onChange} />,
    );

  test.each([
    ['Enter', () => press(field(), 'Enter')],
    ['leaving the field', () => fireEvent.blur(field())],
  ])('is taken on %s, once', (_, done) => {
    shown();
    type(field(), 'Boat');
    expect(onChange).not.toHaveBeenCalled();
    expect(field().value).toBe('Boat');
    done();
    expect(onChange.mock.calls).toEqual([['Boat']]);
    // What holds it has not taken it over: what it holds is shown again.
    expect(field().value).toBe('Ferry');
    done();
    expect(onChange).toHaveBeenCalledTimes(1);
  });

  test('that does not fit is told, kept and not taken; Esc goes back', () => {
    shown();
    expect(said(field())).toBe('Of the route');
    type(field(), 'Steamer');
    expect(said(field())).toBe('wrong: At most 5 letters.');
    press(field(), 'Enter');
    fireEvent.blur(field());
    expect(onChange).not.toHaveBeenCalled();
    expect(field().value).toBe('Steamer');
    press(field(), 'Escape');
    expect([field().value, said(field())]).toEqual(['Ferry', 'Of the route']);
  });

  test('that is typed as it was changes nothing', () => {
    shown();
    type(field(), 'Ferr');
    type(field(), 'Ferry');
    press(field(), 'Enter');
    expect(onChange).not.toHaveBeenCalled();
  });

  test('that no rule is given for is always right', () => {
    render(<TextSetting label="Name" value="Ferry" onChange={onChange} />);
    type(field(), 'Steamer');
    press(field(), 'Enter');
    expect(onChange.mock.calls).toEqual([['Steamer']]);
  });
});

describe('a choice', () => {
  const OPTIONS = [
    { value: 'day', label: 'Day' },
    { value: 'week', label: 'Week' },
  ];
  const shown = (value: string) =>
    render(
      <ChoiceSetting
        label="Level"
        value={value}
        options={OPTIONS}
        helper="Of the axis"
        onChange={onChange}
      />,
    );
  const box = () => screen.getByRole('combobox', { name: 'Level' });
  const options = () => screen.getAllByRole('option').map((option) => option.textContent);

  test('offers what there is, and tells what was chosen', () => {
    shown('day');
    expect(box().textContent).toBe('Day');
    expect(said(box())).toBe('Of the axis');
    fireEvent.mouseDown(box());
    expect(options()).toEqual(['Day', 'Week']);
    fireEvent.click(screen.getByRole('option', { name: 'Week' }));
    expect(onChange.mock.calls).toEqual([['week']]);
  });

  test('of something that is gone stays to be seen, and is told', () => {
    const { container } = shown('fortnight');
    expect(box().textContent).toBe('fortnight');
    expect(container.textContent).toContain('This is not there any more. Choose another.');
    expect(container.querySelector('.Mui-error')).not.toBeNull();
    fireEvent.mouseDown(box());
    expect(options()).toEqual(['fortnight', 'Day', 'Week']);
  });
});

test('a switch shows what it is told, and wants the other', () => {
  const { rerender } = render(<SwitchSetting label="Rows" checked={false} onChange={onChange} />);
  const box = () => screen.getByRole<HTMLInputElement>('switch', { name: 'Rows' });
  expect(box().checked).toBe(false);
  fireEvent.click(box());
  rerender(<SwitchSetting label="Rows" checked onChange={onChange} />);
  expect(box().checked).toBe(true);
  fireEvent.click(box());
  expect(onChange.mock.calls).toEqual([[true], [false]]);
});

describe('a number', () => {
  const refuse = (value: number | null) => (value !== null && value > 5000 ? 'At most 5,000.' : null);
  const shown = (value: number | null = 12) =>
    render(<NumberField label="Most" value={value} hint={40} refuse={refuse} onChange={onChange} />);

  test('is read as the place writes it', () => {
    shown();
    type(field(), '1,250.5');
    expect(said(field())).toBe('');
    press(field(), 'Enter');
    expect(onChange.mock.calls).toEqual([[1250.5]]);
    chooseLocale({ ...currentLocale(), numbers: 'de-DE' });
    type(field(), '1.250,5');
    fireEvent.blur(field());
    expect(onChange.mock.calls).toEqual([[1250.5], [1250.5]]);
  });

  test('that could be two numbers is asked about; Enter takes it, leaving the field does not', () => {
    shown();
    type(field(), '1.250,5');
    const asked = said(field());
    expect(asked).toBe('wrong: 1,250.5? Enter takes it.');
    fireEvent.blur(field());
    expect(onChange).not.toHaveBeenCalled();
    expect(said(field())).toBe(asked);
    press(field(), 'Enter');
    expect(onChange.mock.calls).toEqual([[1250.5]]);
  });

  test('that is none, or too many, is told and not taken', () => {
    shown();
    for (const [text, words] of [
      ['many', 'wrong: A number.'],
      ['5,001', 'wrong: At most 5,000.'],
      // Two numbers it could be, neither of which is allowed: there is nothing to ask.
      ['9.000,5', 'wrong: At most 5,000.'],
    ]) {
      type(field(), text!);
      expect(said(field())).toBe(words);
      press(field(), 'Enter');
      fireEvent.blur(field());
    }
    expect(onChange).not.toHaveBeenCalled();
    press(field(), 'Escape');
    expect([field().value, said(field())]).toEqual(['12', '']);
  });

  test('may be none: the field is empty then, with what holds meanwhile as a hint', () => {
    const { rerender } = shown();
    type(field(), '');
    press(field(), 'Enter');
    expect(onChange.mock.calls).toEqual([[null]]);
    rerender(<NumberField label="Most" value={null} hint={40} refuse={refuse} onChange={onChange} />);
    expect([field().value, field().placeholder]).toEqual(['', '40']);
    fireEvent.blur(field());
    type(field(), '');
    press(field(), 'Enter');
    expect(onChange).toHaveBeenCalledTimes(1);
  });
});
