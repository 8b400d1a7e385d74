import type { Codes, Here, Joined, Reach, RunRole } from '@hearty/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api, type ApiError } from './api';

/** Who this device is to the server. */
export const useHere = () => useQuery<Here, ApiError>({ queryKey: ['here'], queryFn: () => api('/here') });

/** Joins a run by its code. */
export const useJoin = (onJoined: (joined: Joined) => void) =>
  useMutation<Joined, ApiError, { code: string }>({
    mutationFn: (body) => api('/join', { method: 'POST', body }),
    onSuccess: onJoined,
  });

/** Logs in to plan, by the troupe's passphrase. */
export const useEnter = (onEntered: () => void) =>
  useMutation<unknown, ApiError, { passphrase: string }>({
    mutationFn: (body) => api('/enter', { method: 'POST', body }),
    onSuccess: onEntered,
  });

/** Logs this device out. */
export const useLeave = (onLeft: () => void) =>
  useMutation<unknown, ApiError>({ mutationFn: () => api('/leave', { method: 'POST' }), onSuccess: onLeft });

/** Where other machines reach the server, if it is open to them. */
export const useReach = () =>
  useQuery<Reach, ApiError>({ queryKey: ['reach'], queryFn: () => api('/reach') });

export function useSetPassphrase() {
  const client = useQueryClient();
  return useMutation<Reach, ApiError, string>({
    mutationFn: (passphrase) => api('/reach', { method: 'PUT', body: { passphrase } }),
    onSuccess: (reach) => client.setQueryData(['reach'], reach),
  });
}

/** Lets other machines in, or no longer. */
export function useDoors() {
  const client = useQueryClient();
  return useMutation<Reach, ApiError, boolean>({
    mutationFn: (open) => api('/reach/doors', { method: 'POST', body: { open } }),
    onSuccess: (reach) => client.setQueryData(['reach'], reach),
  });
}

/** The codes that let screens into a run; asked for only where other machines may join. */
export const useCodes = (runId: string, isOpen: boolean) =>
  useQuery<Codes, ApiError>({
    queryKey: ['codes', runId],
    queryFn: () => api(`/runs/${runId}/codes`),
    enabled: isOpen,
  });

/** Replaces the code of a role. */
export function useRenewCode(runId: string) {
  const client = useQueryClient();
  return useMutation<Codes, ApiError, RunRole>({
    mutationFn: (role) => api(`/runs/${runId}/codes`, { method: 'POST', body: { role, renew: true } }),
    onSuccess: (codes) => client.setQueryData(['codes', runId], codes),
  });
}
