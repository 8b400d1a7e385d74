import { Box, IconButton, Tooltip } from '@mui/material';
import type { ShowFile } from '@hearty/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { ReorderDialog } from './ReorderDialog';
import { usePlanView, zoomBy, type PlanView } from './view';
import {
  FitIcon,
  LibraryIcon,
  ListIcon,
  MarksIcon,
  PrintIcon,
  ReorderIcon,
  TreeIcon,
  ZoomInIcon,
  ZoomOutIcon,
} from '../../kit/icons';

/** How to look at the plan, and what to do with the whole of it. */
export function Toolbar({ view, file }: { view: PlanView; file: ShowFile }) {
  const marks = usePlanView((s) => s.marks);
  const library = usePlanView((s) => s.library);
  const [reordering, setReordering] = useState(false);
  const score = view === 'score';
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', '@media print': { display: 'none' } }}>
      <Act
        label={score ? 'Show as a list' : 'Show as a timeline'}
        icon={score ? <ListIcon /> : <TreeIcon />}
        onClick={() => usePlanView.setState({ view: score ? 'list' : 'score' })}
      />
      {score && (
        <>
          <Act
            label="Library"
            icon={<LibraryIcon />}
            pressed={library}
            onClick={() => usePlanView.setState({ library: !library })}
          />
          <Act
            label="Marks"
            icon={<MarksIcon />}
            pressed={marks}
            onClick={() => usePlanView.setState({ marks: !marks })}
          />
        </>
      )}
      <Act label="Look for a better order" icon={<ReorderIcon />} onClick={() => setReordering(true)} />
      <Tooltip title="Print">
        <IconButton component={Link} to={`/shows/${file.show.id}/print`} aria-label="Print" sx={actSx}>
          <PrintIcon />
        </IconButton>
      </Tooltip>
      {score && (
        <>
          <Act label="Zoom out" onClick={() => zoomBy(-1)} icon={<ZoomOutIcon />} />
          <Act label="Fit" onClick={() => zoomBy(0)} icon={<FitIcon />} />
          <Act label="Zoom in" onClick={() => zoomBy(1)} icon={<ZoomInIcon />} />
        </>
      )}
      {reordering && <ReorderDialog file={file} onClose={() => setReordering(false)} />}
    </Box>
  );
}

const actSx = {
  width: 40,
  height: 44,
  borderRadius: 1,
  color: 'primary.main',
  '& svg': { fontSize: 'head' },
};

const Act = ({
  label,
  icon,
  pressed,
  onClick,
}: {
  label: string;
  icon: ReactNode;
  pressed?: boolean;
  onClick: () => void;
}) => (
  <Tooltip title={label}>
    <IconButton
      aria-label={label}
      onClick={onClick}
      {...(pressed !== undefined && { 'aria-pressed': pressed })}
      sx={{ ...actSx, ...(pressed && { bgcolor: 'action.selected' }) }}
    >
      {icon}
    </IconButton>
  </Tooltip>
);
