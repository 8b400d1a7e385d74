import AccountTreeOutlinedIcon from '@mui/icons-material/AccountTreeOutlined';
import FitScreenOutlinedIcon from '@mui/icons-material/FitScreenOutlined';
import FormatListNumberedIcon from '@mui/icons-material/FormatListNumbered';
import LibraryBooksOutlinedIcon from '@mui/icons-material/LibraryBooksOutlined';
import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import SwapVertIcon from '@mui/icons-material/SwapVert';
import TableBarOutlinedIcon from '@mui/icons-material/TableBarOutlined';
import ZoomInIcon from '@mui/icons-material/ZoomIn';
import ZoomOutIcon from '@mui/icons-material/ZoomOut';
import { Box, Button, IconButton, Tooltip } from '@mui/material';
import type { ShowFile } from '@hearty/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { ReorderDialog } from './ReorderDialog';
import { usePlanView, zoomBy, type PlanView } from './view';

/** How to look at the plan, and what to do with the whole of it. */
export function Toolbar({ view, file }: { view: PlanView; file: ShowFile }) {
  const stations = usePlanView((s) => s.stations);
  const library = usePlanView((s) => s.library);
  const [reordering, setReordering] = useState(false);
  const score = view === 'score';
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        alignItems: 'center',
        columnGap: 1,
        mb: 2,
        '@media print': { display: 'none' },
      }}
    >
      <Choice
        icon={score ? <FormatListNumberedIcon /> : <AccountTreeOutlinedIcon />}
        onClick={() => usePlanView.setState({ view: score ? 'list' : 'score' })}
      >
        {score ? 'As a list' : 'As a score'}
      </Choice>
      {score && (
        <>
          <Choice
            icon={<LibraryBooksOutlinedIcon />}
            pressed={library}
            onClick={() => usePlanView.setState({ library: !library })}
          >
            Library
          </Choice>
          <Choice
            icon={<TableBarOutlinedIcon />}
            pressed={stations}
            onClick={() => usePlanView.setState({ stations: !stations })}
          >
            Stations
          </Choice>
        </>
      )}
      <Choice icon={<SwapVertIcon />} onClick={() => setReordering(true)}>
        Look for a better order
      </Choice>
      <Button
        size="small"
        component={Link}
        to={`/shows/${file.show.id}/print`}
        startIcon={<PrintOutlinedIcon />}
        sx={{ minHeight: 40 }}
      >
        Print
      </Button>
      {score && (
        <Box sx={{ display: 'flex', ml: 'auto' }}>
          <Act label="Further away" onClick={() => zoomBy(-1)} icon={<ZoomOutIcon fontSize="small" />} />
          <Act
            label="The whole show"
            onClick={() => zoomBy(0)}
            icon={<FitScreenOutlinedIcon fontSize="small" />}
          />
          <Act label="Closer" onClick={() => zoomBy(1)} icon={<ZoomInIcon fontSize="small" />} />
        </Box>
      )}
      {reordering && <ReorderDialog file={file} onClose={() => setReordering(false)} />}
    </Box>
  );
}

const Choice = ({
  icon,
  pressed,
  onClick,
  children,
}: {
  icon: ReactNode;
  pressed?: boolean;
  onClick: () => void;
  children: ReactNode;
}) => (
  <Button
    size="small"
    startIcon={icon}
    onClick={onClick}
    {...(pressed !== undefined && { 'aria-pressed': pressed })}
    sx={{ minHeight: 40, ...(pressed && { bgcolor: (t) => t.ink.wash }) }}
  >
    {children}
  </Button>
);

const Act = ({ label, icon, onClick }: { label: string; icon: ReactNode; onClick: () => void }) => (
  <Tooltip title={label}>
    <IconButton aria-label={label} onClick={onClick} sx={{ width: 40, height: 40 }}>
      {icon}
    </IconButton>
  </Tooltip>
);
