import { useRouteError } from 'react-router';
import { LostWords } from '../kit/Lost';

export const Lost = () => <LostWords error={useRouteError()} />;
