import type { Demo } from '@hearty/core';
import { useWatch } from 'react-hook-form';
import type { Option } from '../../../kit/fields';
import { newId } from '../../../session/ids';

export const shortId = () => newId().slice(-10);

export const asOption = (value: string): Option => ({ value, label: value });

/** The demo's parameters that are numbers, for what grows with one of them. */
export function useNumbers(): Option[] {
  const parameters = (useWatch({ name: 'parameters' }) as Demo['parameters']) ?? [];
  return parameters
    .filter((p) => !p.names?.length)
    .map((p) => ({ value: p.id, label: p.title || 'untitled' }));
}
