'use client';
/** The parts that can be placed, what was copied, and what is on the dashboard. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import { PARTS, type PartKind } from '../../../core/dashboard/document/parts';
import { useDesign, useDocument } from '../../workspace/workspace';
import { PartSign } from './PartSign';

export function PartsRail({
  onAdd,
  chosen,
  onChoose,
  waiting,
  onPaste,
}: {
  onAdd: (kind: PartKind) => void;
  chosen: string | null;
  onChoose: (id: string) => void;
  /** Items that were copied and can be put in. */
  waiting: number;
  onPaste: () => void;
}) {
  const design = useDesign();
  const document = useDocument();
  const items = [...document.controls, ...document.visuals];
  return (
    <Box
      component="aside"
      aria-label="Parts"
      sx={{
        width: 240,
        flex: 'none',
        bgcolor: 'background.paper',
        borderRight: 1,
        borderColor: 'hairline',
        overflowY: 'auto',
        p: 2,
      }}
    >
      {(['Visuals', 'Time controls', 'Slicers and choosers'] as const).map((group) => (
        <Box key={group} sx={{ mb: 2 }}>
          <Typography variant="h3" component="h2" gutterBottom>
            {group}
          </Typography>
          {PARTS.filter((part) => part.group === group).map((part) => (
            <PartButton key={part.kind} part={part} onAdd={() => onAdd(part.kind)} />
          ))}
        </Box>
      ))}
      {waiting > 0 && (
        <Button variant="outlined" onClick={onPaste} title="Ctrl+V" sx={{ mb: 2 }}>
          Put in {waiting === 1 ? 'the copied item' : `the ${waiting} copied items`}
        </Button>
      )}
      {items.length > 0 && (
        <Box component="nav" aria-label="On this dashboard">
          <Typography variant="h3" component="h2" gutterBottom>
            On this dashboard
          </Typography>
          {items.map((item) => (
            <ItemButton
              key={item.id}
              kind={item.kind}
              title={design.titleOf(item)}
              isChosen={chosen === item.id}
              onChoose={() => onChoose(item.id)}
            />
          ))}
        </Box>
      )}
    </Box>
  );
}

function PartButton({ part, onAdd }: { part: (typeof PARTS)[number]; onAdd: () => void }) {
  return (
    <Tooltip
      describeChild
      placement="right"
      title={
        <>
          {part.says}
          <br />
          <em>{part.example}</em>
        </>
      }
    >
      <Button
        fullWidth
        onClick={onAdd}
        aria-label={`Add ${part.name.toLowerCase()}`}
        sx={{
          justifyContent: 'flex-start',
          color: 'text.primary',
          gap: 1,
          py: 0.25,
          whiteSpace: 'nowrap',
        }}
      >
        <PartSign kind={part.kind} />
        {part.name}
        <Typography variant="caption" color="textSecondary" noWrap>
          {part.hint}
        </Typography>
      </Button>
    </Tooltip>
  );
}

function ItemButton({
  kind,
  title,
  isChosen,
  onChoose,
}: {
  kind: PartKind;
  title: string;
  isChosen: boolean;
  onChoose: () => void;
}) {
  return (
    <Button
      fullWidth
      onClick={onChoose}
      aria-current={isChosen}
      sx={{
        justifyContent: 'flex-start',
        color: 'text.primary',
        py: 0.25,
        bgcolor: isChosen ? 'time.tint' : undefined,
        textAlign: 'left',
        gap: 1,
      }}
    >
      <PartSign kind={kind} />
      <span style={{ overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>{title}</span>
    </Button>
  );
}
