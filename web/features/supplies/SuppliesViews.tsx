import { Button, ButtonGroup } from '@mui/material';
import { Link, useLocation } from 'react-router';
import { useShow } from '../../session/show';

const VIEWS = [
  ['', 'Needs'],
  ['/packing', 'Packing'],
  ['/cold', 'Cold budget'],
] as const;

/** The three faces of a show's supplies. */
export function SuppliesViews() {
  const { file } = useShow();
  const { pathname } = useLocation();
  const base = `/shows/${file.show.id}/supplies`;
  return (
    <ButtonGroup aria-label="Supplies">
      {VIEWS.map(([path, label]) => {
        const here = pathname === base + path;
        return (
          <Button
            key={label}
            component={Link}
            to={base + path}
            variant={here ? 'contained' : 'outlined'}
            aria-current={here ? 'page' : undefined}
          >
            {label}
          </Button>
        );
      })}
    </ButtonGroup>
  );
}
