'use client';
/** Pages in Arrange: turned to, and added. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { MOST_PAGES } from '../../../core/dashboard/document/document';
import { withNewPage } from '../../../core/dashboard/document/pages';
import { PageTabs } from '../PageTabs';
import { usePage } from '../../workspace/page';
import { useDocument, useWorkspace } from '../../workspace/workspace';

export function PageBar({ onNew }: { onNew: () => void }) {
  const { store } = useWorkspace();
  const document = useDocument();
  const { pages, turnTo } = usePage(document);
  const add = () => {
    const made = withNewPage(store.getState().document);
    store.getState().change(() => made.document);
    onNew();
    void turnTo(made.id);
  };
  return (
    <Box
      component="nav"
      aria-label="Pages of the dashboard"
      sx={{ display: 'flex', alignItems: 'center', px: 1.5, borderBottom: 1, borderColor: 'hairline' }}
    >
      <Box sx={{ minWidth: 0, '& .MuiTabs-root': { border: 0, px: 0 } }}>
        <PageTabs />
      </Box>
      {pages.length < 2 && (
        <Typography variant="body2" color="textSecondary" sx={{ pr: 1 }}>
          One page
        </Typography>
      )}
      <Button
        onClick={add}
        disabled={pages.length >= MOST_PAGES}
        sx={{ flex: 'none', fontSize: 12, py: 0.25 }}
      >
        Add a page
      </Button>
    </Box>
  );
}
