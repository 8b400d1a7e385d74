import { useRouteError } from 'react-router';
import { NotFoundWords } from '../kit/NotFoundOrCrash';

export const NotFoundPage = () => <NotFoundWords error={useRouteError()} />;
