/**
 * A line of server-sent events while this tab is seen: a browser has few lines, and hidden tabs ask now and then. `address`
 * is asked for each time it is opened. Gives the way to close it.
 */
export function openLine(
  address: () => string,
  onMessage: (message: MessageEvent<string>) => void,
): () => void {
  let line: EventSource | undefined;
  const turn = () => {
    line?.close();
    line = document.visibilityState === 'visible' ? new EventSource(address()) : undefined;
    if (line) line.onmessage = onMessage;
  };
  turn();
  document.addEventListener('visibilitychange', turn);
  return () => {
    document.removeEventListener('visibilitychange', turn);
    line?.close();
  };
}
