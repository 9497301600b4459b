/** Ways past what stands before the content. */
import { fireEvent, render, screen } from '@testing-library/react';
import { SkipLinks } from './SkipLinks';

test('each leads the focus to its place, and does nothing where that is not there', () => {
  render(
    <>
      <SkipLinks
        more={[
          { words: 'To the second', place: '[data-part=second]' },
          { words: 'To nowhere', place: '[data-part=nowhere]' },
        ]}
      />
      <main>content</main>
      <div data-part="second">second</div>
    </>,
  );
  const links = screen.getAllByRole('link');
  expect(links.map((link) => link.textContent)).toEqual(['To the content', 'To the second', 'To nowhere']);
  fireEvent.click(links[0]!);
  expect(document.activeElement).toBe(screen.getByRole('main'));
  fireEvent.click(links[1]!);
  expect(document.activeElement).toBe(screen.getByText('second'));
  fireEvent.click(links[2]!);
  expect(document.activeElement).toBe(screen.getByText('second'));
});
