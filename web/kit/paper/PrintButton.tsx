import PrintOutlinedIcon from '@mui/icons-material/PrintOutlined';
import { Button } from '@mui/material';

/** Prints the sheet this screen is on paper. */
export const PrintButton = () => (
  <Button startIcon={<PrintOutlinedIcon />} onClick={() => window.print()}>
    Print
  </Button>
);
