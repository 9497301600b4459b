import { screen } from '@testing-library/react';
import { serve, show } from '../ui/testing';
import { NodesNote } from './NodesNote';

test.each<[readonly string[], readonly string[], string, string | null]>([
  [['north'], [], 'Its rows lie on the node “north”.', null],
  [['north', 'south'], [], 'Its rows are spread over the nodes “north”, “south”.', null],
  [['north', 'south'], ['south', 'west'], 'spread over', 'The node “south” does not answer. Figures'],
  [['north', 'south'], ['south', 'north'], 'spread over', 'The nodes “north”, “south” do not answer.'],
  [['north'], ['west'], 'lie on', null],
])('rows on %j while %j are away', async (nodes, away, where, warning) => {
  serve({ '/api/ready': { ready: true, missing: [], away } });
  await show(<NodesNote nodes={nodes} />);
  expect(document.body.textContent).toContain(where);
  const alert = screen.queryByRole('alert');
  if (warning === null) expect(alert).toBeNull();
  else expect(alert!.textContent).toContain(warning);
});
