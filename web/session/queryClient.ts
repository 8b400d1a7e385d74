import { notifyManager, QueryClient } from '@tanstack/react-query';

// What a tap changes is drawn with the tap, not a turn of the clock later.
notifyManager.setScheduler(queueMicrotask);

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, staleTime: 2000, networkMode: 'always' },
    mutations: { networkMode: 'always' },
  },
});
