import { useDraggable } from '@dnd-kit/core';
import { memo, useState } from 'react';
import { LockIcon } from '../../../kit/icons';
import { equalAsJson } from '../equalAsJson';
import { inSight, type Sight } from '../sight';
import { select } from '../view';
import type { Held } from './held';
import type { Piece, Thread } from './lanes';

/** The words along one thread. Pieces are moved down it and across to others; one of them is in the tab key's order. */
export function ThreadPieces({ thread, sight }: { thread: Thread; sight: Sight | undefined }) {
  const [focused, setFocused] = useState<string>();
  const tabbable = thread.pieces.some((p) => p.about.key === focused) ? focused : thread.pieces[0]?.about.key;
  return (
    <ul
      className="rb-lane"
      data-person={thread.personId}
      aria-label={`What ${thread.name} does`}
      style={{ left: thread.left, width: thread.width }}
    >
      {thread.comes.map((c) => (
        <li key={c.words} className="rb-comes" style={{ top: c.y }}>
          <span className="rb-words">{c.words}</span>
        </li>
      ))}
      {thread.pieces.map((piece) =>
        piece.about.key === tabbable || inSight(sight, piece.top, piece.top + piece.height) ? (
          <PieceWords
            key={piece.about.key}
            piece={piece}
            laneLeft={thread.left}
            isTabbable={piece.about.key === tabbable}
            onFocus={setFocused}
          />
        ) : null,
      )}
    </ul>
  );
}

interface PieceWordsProps {
  piece: Piece;
  laneLeft: number;
  isTabbable: boolean;
  onFocus: (key: string) => void;
}

const PieceWords = memo(function PieceWords({ piece, laneLeft, isTabbable, onFocus }: PieceWordsProps) {
  const { listeners, setNodeRef, attributes } = useDraggable({
    id: `${piece.about.kind === 'stage' ? 'stage' : 'work'}:${idOf(piece.about.held)}`,
    data: piece.about.held,
  });
  return (
    <li
      className={`rb-piece ${piece.about.kind}`}
      style={{ left: piece.left - laneLeft, top: piece.top, width: piece.width, height: piece.height }}
    >
      <div
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={isTabbable ? 0 : -1}
        data-held={JSON.stringify(piece.about.held)}
        data-hint={piece.about.hint}
        aria-label={piece.about.spoken}
        aria-describedby="plan-keys"
        onClick={() => select(piece.about.held.kind === 'demo' ? undefined : piece.about.held.itemId)}
        onFocus={() => onFocus(piece.about.key)}
        style={{ paddingTop: piece.wordsTop }}
      >
        {piece.about.isLocked && <LockIcon sx={{ fontSize: 'small', mr: 0.5, verticalAlign: '-1px' }} />}
        <span className="rb-words">{piece.words}</span>
      </div>
    </li>
  );
}, equalAsJson);

const idOf = (held: Held) =>
  held.kind === 'task'
    ? `${held.itemId}:${held.taskId}`
    : held.kind === 'demo'
      ? held.newId
      : `${held.kind}:${held.itemId}:${'personId' in held ? held.personId : ''}`;
