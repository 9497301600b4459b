/** Fields for texts of a small language: completed, read while they are typed, taken when they can be read. */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { contextOn } from '../../core/period/testing';
import { AnchorSetting } from './AnchorSetting';
import { BaselineList } from './BaselineList';
import { PeriodSetting } from './PeriodSetting';
import { PhraseField } from './PhraseField';
import { press, said, type } from './testing';

const context = contextOn('2026-06-03', {});
const onCommit = jest.fn();
const field = (name = 'Period') => screen.getByRole<HTMLInputElement>('combobox', { name });
const shown = (value = 'last month', history: readonly string[] = []) =>
  render(
    <PhraseField label="Period" value={value} context={context} history={history} onCommit={onCommit} />,
  );
beforeEach(() => onCommit.mockClear());

describe('a phrase', () => {
  test('is shown with its days, read anew while it is typed, and taken in its canonical words', () => {
    shown();
    expect(said(field())).toBe('May 2026 · 31 days');
    expect(said(field())).not.toContain('Enter takes it');
    type(field(), 'last  2   MONTHS');
    expect(said(field())).toMatch(/^[^w].*Apr.* · Enter takes it$/);
    expect(onCommit).not.toHaveBeenCalled();
    press(field(), 'Enter');
    expect(onCommit.mock.calls).toEqual([['last 2 months']]);
  });

  test('is taken on leaving the field; the same one again is no change', () => {
    shown();
    type(field(), 'last 3 days');
    fireEvent.blur(field());
    type(field(), 'last month');
    fireEvent.blur(field());
    fireEvent.blur(field());
    expect(onCommit.mock.calls).toEqual([['last 3 days']]);
  });

  test('that cannot be read is told at its place, and not taken on leaving; Esc goes back', () => {
    shown();
    type(field(), 'last 3 purple');
    expect(said(field())).toMatch(/^wrong: last 3 purple/);
    fireEvent.blur(field());
    expect(onCommit).not.toHaveBeenCalled();
    expect(field().value).toBe('last 3 purple');
    press(field(), 'Escape');
    expect(field().value).toBe('last month');
    expect(said(field())).not.toMatch(/^wrong/);
  });

  test('whose meaning is plain is asked about, and taken on Enter', () => {
    shown();
    type(field(), 'rolling 3 months');
    expect(said(field())).toContain('Did you mean “last 3 months”? Enter takes it.');
    press(field(), 'Enter');
    expect(onCommit.mock.calls).toEqual([['last 3 months']]);
  });

  test('is completed word by word: a word leaves the field open for the next', () => {
    shown();
    type(field(), 'last 3 mon');
    fireEvent.click(screen.getByRole('option', { name: 'months' }));
    expect(onCommit).not.toHaveBeenCalled();
    expect(field().value).toBe('last 3 months');
    press(field(), 'Enter');
    expect(onCommit.mock.calls).toEqual([['last 3 months']]);
  });

  test('that was used before is offered while the field is empty, and taken whole', () => {
    shown('last month', ['last 7 days', 'this year']);
    act(() => field().focus());
    type(field(), '');
    expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
      'last 7 days',
      'this year',
    ]);
    fireEvent.click(screen.getByRole('option', { name: 'this year' }));
    expect(onCommit.mock.calls).toEqual([['this year']]);
  });
});

describe('a period of the designer’s', () => {
  const words = (now: string, later: string) => `Now ${now}, in a month ${later}.`;
  const known = [{ key: 'season', name: 'Season', phrase: '2026-05-01/2026-09-30' }];
  const setting = (phrase: string, named: string | null = null, periods = known) =>
    render(
      <PeriodSetting
        label="Begins with"
        value={{ phrase, named }}
        known={periods}
        context={context}
        words={words}
        onChange={onCommit}
      />,
    );

  test('tells its days now and in a month, and warns where they stay', () => {
    const { unmount } = setting('last month');
    expect(document.body.textContent).toMatch(/Now .*May 2026.*, in a month June 2026/);
    expect(screen.queryByRole('note')).toBeNull();
    unmount();
    setting('2026-05');
    expect(document.body.textContent).toMatch(/Now .*, in a month the same\./);
    expect(screen.getByRole('note').textContent).toContain('the dashboard will grow old');
  });

  test('is a named one of the model, or a phrase of its own', () => {
    setting('last month');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Begins with: which' }));
    fireEvent.click(screen.getByRole('option', { name: 'Season, as the model says' }));
    expect(onCommit.mock.calls).toEqual([[{ phrase: '2026-05-01/2026-09-30', named: 'season' }]]);
  });

  test('of a name becomes one of its own when it is typed, or chosen to be', () => {
    setting('2026-05-01/2026-09-30', 'season');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Begins with: which' }));
    fireEvent.click(screen.getByRole('option', { name: 'A phrase of its own' }));
    type(field('Begins with'), 'this year');
    press(field('Begins with'), 'Enter');
    expect(onCommit.mock.calls).toEqual([
      [{ phrase: '2026-05-01/2026-09-30', named: null }],
      [{ phrase: 'this year', named: null }],
    ]);
  });

  test('is asked for a name only where there are any, or one that is gone', () => {
    const which = () => screen.queryByRole('combobox', { name: 'Begins with: which' });
    const { unmount } = setting('last month', null, []);
    expect(which()).toBeNull();
    unmount();
    setting('last month', 'gone', []);
    expect(which()!.textContent).toBe('gone');
  });

  test('is set end by end on demand', () => {
    setting('last month');
    const open = screen.getByRole('button', { name: 'Set each end by itself' });
    expect(screen.queryByRole('group', { name: 'From' })).toBeNull();
    fireEvent.click(open);
    expect(screen.getByRole('group', { name: 'From' })).toBeTruthy();
    expect(open.getAttribute('aria-expanded')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Close the ends' }));
    expect(screen.queryByRole('group', { name: 'From' })).toBeNull();
  });
});

describe('what rolling periods count from', () => {
  const box = () => screen.getByRole('combobox', { name: 'Rolling periods count from' });
  const options = () => screen.getAllByRole('option').map((option) => option.textContent);
  const point = () => screen.queryByRole<HTMLInputElement>('textbox', { name: 'Point' });
  const choose = (name: RegExp | string) => {
    fireEvent.mouseDown(box());
    fireEvent.click(screen.getByRole('option', { name }));
  };

  test('is inherited by controls, and chosen for dashboards', () => {
    const { unmount } = render(<AnchorSetting value={null} inherited="yesterday" onChange={onCommit} />);
    expect(box().textContent).toBe('As the dashboard: yesterday');
    choose('Today');
    expect(onCommit.mock.calls).toEqual([['today']]);
    unmount();
    render(<AnchorSetting value="yesterday" onChange={onCommit} />);
    expect(box().textContent).toBe('Yesterday');
    fireEvent.mouseDown(box());
    expect(options()).toHaveLength(5);
  });

  test('goes back to the dashboard’s', () => {
    render(<AnchorSetting value="latest" inherited="today" onChange={onCommit} />);
    choose('As the dashboard: today');
    expect(onCommit.mock.calls).toEqual([[null]]);
  });

  test('is a point of one’s own: asked for when that is chosen, told where it is none', () => {
    render(<AnchorSetting value="today" onChange={onCommit} />);
    expect(point()).toBeNull();
    choose('A day or point of its own');
    expect(onCommit).not.toHaveBeenCalled();
    expect(point()!.value).toBe('today');
    type(point()!, 'end of purple');
    expect(said(point()!)).toMatch(/^wrong: /);
    press(point()!, 'Enter');
    expect(onCommit).not.toHaveBeenCalled();
    type(point()!, 'END of  last week');
    press(point()!, 'Enter');
    expect(onCommit.mock.calls).toEqual([['end of last week']]);
  });

  test('shows a point of one’s own as such from the beginning', () => {
    render(<AnchorSetting value="2026-05-31" onChange={onCommit} />);
    expect(box().textContent).toBe('A day or point of its own');
    expect(point()!.value).toBe('2026-05-31');
  });
});

describe('baselines', () => {
  const baselines = [
    { id: 'b1', name: '', text: 'previous span' },
    { id: 'b2', name: 'Plan', text: 'same span 1 year earlier' },
  ];
  const onAdd = jest.fn();
  const list = () =>
    render(
      <BaselineList
        baselines={baselines}
        usesOf={(id) => (id === 'b1' ? ['Revenue', 'Seats'] : [])}
        onChange={onCommit}
        onAdd={onAdd}
      />,
    );

  test('are named, changed and left out, the others as they were; what uses one is told before', () => {
    list();
    expect(screen.getByText('Used by Revenue, Seats.')).toBeTruthy();
    expect(screen.queryByText(/Used by nothing/)).toBeNull();
    const name = screen.getByRole('textbox', { name: 'Name of baseline 1' });
    type(name, '  Before  ');
    press(name, 'Enter');
    expect(onCommit).toHaveBeenLastCalledWith([{ ...baselines[0], name: 'Before' }, baselines[1]]);
    type(name, 'x'.repeat(101));
    expect(said(name)).toBe('wrong: At most 100 characters.');
    type(name, 'x'.repeat(100));
    expect(said(name)).not.toMatch(/^wrong/);
    type(field('Baseline 2'), 'previous  SPAN times 3');
    press(field('Baseline 2'), 'Enter');
    expect(onCommit).toHaveBeenLastCalledWith([
      baselines[0],
      { ...baselines[1], text: 'previous span times 3' },
    ]);
    fireEvent.click(screen.getByRole('button', { name: 'Leave out Plan' }));
    expect(onCommit).toHaveBeenLastCalledWith([baselines[0]]);
    expect(screen.getByRole('button', { name: 'Leave out Plan' }).title).toBe('Used by nothing');
    expect(screen.getByRole('button', { name: 'Leave out previous span' }).title).toBe(
      'Used by Revenue, Seats',
    );
  });

  test('are added from those that most people want, or typed; what is none is told', () => {
    list();
    const added = field('Add a baseline');
    expect(said(added)).toContain('Such as previous span');
    expect(added.getAttribute('aria-invalid')).toBe('false');
    type(added, 'previous purple');
    expect(said(added)).toMatch(/^wrong: previous purple/);
    type(added, 'last month');
    expect(said(added)).toBe('Enter takes it');
    press(added, 'Enter');
    expect(onAdd.mock.calls).toEqual([['last month']]);
    type(added, ' ');
    fireEvent.click(screen.getByRole('option', { name: 'same span 1 month earlier' }));
    expect(onAdd).toHaveBeenLastCalledWith('same span 1 month earlier');
  });
});
