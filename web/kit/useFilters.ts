import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';

const OWN = 'filters';

/**
 * Filters that stand in the address, so that a choice can be kept. What was chosen is held here and the address
 * follows: two choices in quick succession both count, however long the page takes to follow.
 *
 * @returns the value of each name (empty when it is not set) and a function that sets one
 */
export function useFilters<Name extends string>(
  names: readonly Name[],
): [Record<Name, string>, (name: Name, value: string) => void] {
  const location = useLocation();
  const [params, setParams] = useSearchParams();
  const [held, setHeld] = useState({ key: location.key, address: params.toString() });
  if (location.key !== held.key)
    // An address that is not of our own writing (a link, a step back) is taken over.
    setHeld({
      key: location.key,
      address: location.state === OWN ? held.address : params.toString(),
    });
  const chosen = new URLSearchParams(held.address);
  const set = (name: Name, value: string) => {
    const next = new URLSearchParams(held.address);
    if (value) next.set(name, value);
    else next.delete(name);
    setHeld({ ...held, address: next.toString() });
    setParams(next, { replace: true, state: OWN });
  };
  return [Object.fromEntries(names.map((n) => [n, chosen.get(n) ?? ''])) as Record<Name, string>, set];
}
