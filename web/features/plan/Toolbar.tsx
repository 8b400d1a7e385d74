import { Box, Button, IconButton, Tooltip } from '@mui/material';
import type { ShowFile } from '@hearty/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { ReorderDialog } from './ReorderDialog';
import { usePlanView, zoomBy, type PlanView } from './view';
import { FitIcon, ZoomInIcon, ZoomOutIcon } from '../../kit/icons';

/** How to look at the plan, and what to do with the whole of it: each by its name. */
export function Toolbar({ view, file }: { view: PlanView; file: ShowFile }) {
  const marks = usePlanView((s) => s.marks);
  const library = usePlanView((s) => s.library);
  const unattended = usePlanView((s) => s.unattended);
  const isChoosing = usePlanView((s) => s.isChoosing);
  const [reordering, setReordering] = useState(false);
  const isRibbon = view === 'score';
  return (
    <Box
      sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', '@media print': { display: 'none' } }}
    >
      <Act
        label={isRibbon ? 'Show as a list' : 'Show as a timeline'}
        words={isRibbon ? 'List' : 'Timeline'}
        onClick={() => usePlanView.setState({ view: isRibbon ? 'list' : 'score' })}
      />
      {isRibbon && (
        <>
          <Act
            label="Library"
            isPressed={library}
            onClick={() => usePlanView.setState({ library: !library })}
          />
          <Act label="Marks" isPressed={marks} onClick={() => usePlanView.setState({ marks: !marks })} />
          <Act
            label="Unattended"
            isPressed={unattended}
            onClick={() => usePlanView.setState({ unattended: !unattended })}
          />
        </>
      )}
      <Act
        label="Select several"
        isPressed={isChoosing}
        onClick={() => usePlanView.setState({ isChoosing: !isChoosing, ...(isChoosing && { several: [] }) })}
      />
      <Act label="Look for a better order" words="Better order" onClick={() => setReordering(true)} />
      <Button component={Link} to={`/shows/${file.show.id}/print`} size="small" sx={actSx}>
        Print
      </Button>
      {isRibbon && (
        <>
          <IconAct label="Zoom out" onClick={() => zoomBy(-1)} icon={<ZoomOutIcon />} />
          <IconAct label="Fit" onClick={() => zoomBy(0)} icon={<FitIcon />} />
          <IconAct label="Zoom in" onClick={() => zoomBy(1)} icon={<ZoomInIcon />} />
        </>
      )}
      {reordering && <ReorderDialog file={file} onClose={() => setReordering(false)} />}
    </Box>
  );
}

const actSx = { minHeight: 44, minWidth: 44, px: 2, fontSize: 'small' } as const;

interface ActProps {
  label: string;
  /** What stands on it, where that is shorter. */
  words?: string;
  /** For what is on or off. */
  isPressed?: boolean;
  onClick: () => void;
}

const Act = ({ label, words = label, isPressed, onClick }: ActProps) => (
  <Button
    size="small"
    onClick={onClick}
    {...(words !== label && { 'aria-label': label, title: label })}
    {...(isPressed !== undefined && { 'aria-pressed': isPressed })}
    sx={{
      ...actSx,
      ...(isPressed && { textDecoration: 'underline', textUnderlineOffset: 4, textDecorationThickness: 2 }),
    }}
  >
    {words}
  </Button>
);

const IconAct = ({ label, icon, onClick }: { label: string; icon: ReactNode; onClick: () => void }) => (
  <Tooltip title={label}>
    <IconButton
      aria-label={label}
      onClick={onClick}
      sx={{ width: 40, height: 44, borderRadius: 1, color: 'primary.main', '& svg': { fontSize: 'head' } }}
    >
      {icon}
    </IconButton>
  </Tooltip>
);
