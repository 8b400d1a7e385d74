import type { BackupPreview, Examined, StoresPreview } from '@hearty/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { api, sendFile, type ApiError } from './api';

/** What a backup holds beside what is here. */
export const useBackupPreview = () =>
  useMutation<BackupPreview & { token: string; unreadable: Examined }, ApiError, File>({
    mutationFn: (file) => sendFile('/backup/preview', file),
  });

/** Sends a form whose answer is a file, once the server is known to answer: the browser would leave the page otherwise. */
export const useFormDownload = () =>
  useMutation<void, ApiError, HTMLFormElement>({
    mutationFn: async (form) => {
      await api('/health');
      form.submit();
    },
  });

/** Puts a backup that was looked at in the place of everything. */
export function useRestore() {
  const client = useQueryClient();
  return useMutation<BackupPreview, ApiError, { token: string; overNewer: boolean }>({
    mutationFn: ({ token, overNewer }) =>
      api(`/backup/${token}/bring-back`, { method: 'POST', body: { overNewer }, timeoutMs: 120_000 }),
    onSuccess: () => client.invalidateQueries(),
  });
}

/** Imports a show file; the hooks are for what the page does next. */
export function useImportShow(then: {
  onSuccess: (showId: string) => void;
  onError: (error: ApiError) => void;
}) {
  const client = useQueryClient();
  return useMutation<{ showId: string }, ApiError, unknown>({
    mutationFn: (file) => api('/import', { method: 'POST', body: file }),
    onSuccess: ({ showId }) => {
      void client.invalidateQueries();
      then.onSuccess(showId);
    },
    onError: then.onError,
  });
}

/** What a CSV of the stores would change. */
export const previewStoresCsv = (csv: string): Promise<StoresPreview> =>
  api('/stores/preview', { method: 'POST', body: { csv } });

/** Imports a CSV of the stores; `leaveWrong`: rows that cannot be read are left out. */
export function useImportStoresCsv() {
  const client = useQueryClient();
  return useMutation<
    { goods: number; counts: number },
    ApiError,
    { csv: string | undefined; leaveWrong: boolean }
  >({
    mutationFn: (body) => api('/stores/csv', { method: 'POST', body }),
    onSuccess: () => client.invalidateQueries(),
  });
}

/** Adds the small show for a new user, and gives its id. */
export const addFirstShow = async (): Promise<string> =>
  (await api<{ showId: string }>('/starter/show', { method: 'POST' })).showId;
