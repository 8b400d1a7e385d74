import type { Problem } from '@hearty/core';
import type { FieldErrors, FieldValues, Resolver } from 'react-hook-form';
import { set } from 'react-hook-form';

/** A form resolver from one of core's checks: each problem lands at its field by its path ("steps[0].text"). */
export function resolverOf<T extends FieldValues>(problemsOf: (values: T) => Problem[]): Resolver<T> {
  return (values) => {
    const problems = problemsOf(values);
    if (problems.length === 0) return { values, errors: {} };
    const errors: FieldErrors<T> = {};
    for (const { path, says } of problems) {
      set(errors, path.replace(/\[(\d+)\]/g, '.$1') || 'root', { type: 'check', message: says });
    }
    return { values: {}, errors };
  };
}
