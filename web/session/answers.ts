import { createResponseCache } from './responseCache';
import { queryClient } from './queryClient';

/** The page of a show, a demo, a list: what stays when one goes from tab to tab of it. */
export const pageOf = (pathname: string): string => pathname.split('/').slice(0, 3).join('/');

/** What the planning screens ask of the server, and what it last said where it is silent. */
export const lastAnswers = createResponseCache({
  page: () => pageOf(location.pathname),
  whenBack: () => void queryClient.invalidateQueries(),
});
