import { Alert, Button } from '@mui/material';
import type { PlanTrouble } from './planner';

/** Where there is no plan because the part of the program that plans did not start or broke off: with a way on. */
export const PlannerFailed = ({ trouble, onRetry }: { trouble: PlanTrouble; onRetry: () => void }) => (
  <Alert
    severity="error"
    sx={{ my: 2 }}
    action={
      <>
        <Button color="inherit" onClick={onRetry}>
          Try again
        </Button>
        <Button color="inherit" onClick={() => location.reload()}>
          Reload
        </Button>
      </>
    }
  >
    {trouble.message}
  </Alert>
);
