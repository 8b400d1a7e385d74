import { withoutGone, type Library, type Show } from '@hearty/core';
import { Alert, Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { goneFrom, knownIn } from '../../session/broken';
import { Conflict, DeletedElsewhere } from '../../session/Conflict';
import {
  changeDraft,
  discardUnreadable,
  edit,
  saveAgain,
  settleConflict,
  useDraft,
} from '../../session/draft';
import { PlannerFailed } from '../../workers/PlannerFailed';
import type { PlanTrouble } from '../../workers/planner';
import { UnreadableCopy } from '../../session/UnreadableCopy';
import { ShowDialog } from './ShowDialog';

/** If planning fails, the show stays editable, so the user can change it and try again. */
export function NoPlan({
  show,
  trouble,
  onRetry,
}: {
  show: Show;
  trouble: PlanTrouble;
  onRetry: () => void;
}) {
  if (trouble.isOfProgram) return <PlannerFailed trouble={trouble} onRetry={onRetry} />;
  return (
    <Alert severity="error" sx={{ my: 2 }}>
      This show could not be planned ({trouble.message}). Undo your last change, or remove an item:
      <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {show.items.map((item) => (
          <li key={item.id}>
            <Button
              size="small"
              color="inherit"
              onClick={() => changeDraft({ kind: 'remove-items', itemIds: [item.id] })}
            >
              Remove “{item.title}”
            </Button>
          </li>
        ))}
      </Box>
    </Alert>
  );
}

/** Why the draft is not saved, and what to do about it. */
export function SaveTrouble() {
  const { unreadable, show } = useDraft();
  return (
    <>
      {unreadable !== undefined && show && (
        <UnreadableCopy name={`draft-${show.id}`} text={unreadable} onDiscard={discardUnreadable} />
      )}
      <NotSaved />
    </>
  );
}

function NotSaved() {
  const { status, message, theirs, show, unkept } = useDraft();
  if (status === 'offline')
    return (
      <Alert severity="warning" sx={{ my: 2 }}>
        {message}{' '}
        {unkept
          ? 'This device cannot keep your changes: they are in this tab only. Leave it open; they are saved as soon as it answers.'
          : 'Your changes are kept on this device and saved as soon as it answers.'}
      </Alert>
    );
  if (status === 'deleted' && show)
    return <DeletedElsewhere message={message} kind="shows" id={show.id} onBack={saveAgain} />;
  if (status === 'refused')
    return (
      <Alert severity="error" sx={{ my: 2 }}>
        Not saved: {message}
      </Alert>
    );
  if (status !== 'conflict' || !theirs || !show) return null;
  return (
    <Conflict
      kind="show"
      mine={show}
      theirs={theirs}
      onMine={() => settleConflict('mine')}
      onTheirs={() => settleConflict('theirs')}
    />
  );
}

/** Documents the show names that were deleted, and a button to remove them from it. */
export function Gone({ show, library }: { show: Show; library: Library }) {
  const gone = goneFrom(show, library);
  if (!gone) return null;
  return (
    <Alert
      severity="error"
      sx={{ my: 2 }}
      action={
        <Button
          color="inherit"
          onClick={() => edit((draft) => void Object.assign(draft, withoutGone(show, knownIn(library))))}
        >
          Remove from the show
        </Button>
      }
    >
      This show names {gone} that {gone.startsWith('1 ') && !gone.includes(' and ') ? 'was' : 'were'} deleted.
    </Alert>
  );
}

export function NoVenue({ show }: { show: Show }) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <Typography variant="h1">{show.title}</Typography>
      <SaveTrouble />
      <Alert
        severity="error"
        sx={{ my: 2 }}
        action={
          <Button color="inherit" onClick={() => setChoosing(true)}>
            Choose a venue
          </Button>
        }
      >
        This show’s venue was deleted. Choose one to plan the show.
      </Alert>
      {choosing && <ShowDialog show={show} onClose={() => setChoosing(false)} />}
    </>
  );
}
