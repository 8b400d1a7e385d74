import { useDraggable } from '@dnd-kit/core';
import { formatDuration, Timing } from '@hearty/core';
import { Box } from '@mui/material';
import { memo, useState, type CSSProperties } from 'react';
import { FieldOf } from '../../../kit/fields';
import { PinIcon } from '../../../kit/icons';
import { useShow } from '../../../session/show';
import { equalAsJson } from '../equalAsJson';
import { stretched } from '../timing';
import { commitChange, pressed, select, usePlanView } from '../view';
import { ACROSS } from './across';
import type { Held } from './held';
import type { ItemAbout, ItemShape } from './stage';

interface RibbonItemProps {
  shape: ItemShape;
  width: number;
  isSelected: boolean;
  isMoving: boolean;
  isTabbable: boolean;
}

/** The words of an item beside its block, and the target over both. Dragged by hand or picked up with space. */
export const RibbonItem = memo(function RibbonItem({
  shape,
  width,
  isSelected,
  isMoving,
  isTabbable,
}: RibbonItemProps) {
  const { about, top, height } = shape;
  const { itemId, title, isDemo, number, at } = about;
  const { listeners, setNodeRef, attributes } = useDraggable({
    id: `item:${itemId}`,
    data: { kind: 'item', itemId, title } satisfies Held,
  });
  return (
    <li
      className={isMoving ? 'rb-item moving' : 'rb-item'}
      style={{ left: ACROSS.ribbonLeft, top, width, height: height - 1, zIndex: isMoving ? 5 : 1 }}
    >
      <div
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={isTabbable ? 0 : -1}
        data-item={itemId}
        data-hint={about.hint}
        aria-pressed={isMoving}
        aria-current={isSelected ? 'true' : undefined}
        aria-label={about.spoken}
        aria-roledescription="item of the running order"
        aria-describedby="plan-keys"
        onClick={(e) => pressed(itemId, e)}
        onFocus={(e) =>
          e.currentTarget.matches(':focus-visible') &&
          usePlanView.getState().several.length === 0 &&
          select(itemId)
        }
        style={{ '--words-left': `${ACROSS.words - ACROSS.ribbonLeft}px` } as CSSProperties}
      >
        <div
          className={isDemo ? 'rb-title demo' : 'rb-title'}
          style={{ paddingRight: ACROSS.lengthPx, minHeight: about.titlePx }}
        >
          {about.isPinned && (
            <PinIcon titleAccess="kept in place" sx={{ fontSize: 'small', mr: 0.5, verticalAlign: '-2px' }} />
          )}
          <span className="rb-words">
            {number > 0 && `${number} · `}
            {at && `${at} · `}
            {title}
          </span>
        </div>
        {shape.details && (
          <div className="rb-details">
            <span className="rb-words">{shape.details}</span>
          </div>
        )}
      </div>
      <Length about={about} isTabbable={isTabbable} />
    </li>
  );
}, equalAsJson);

/** How long it is, to be changed in place. */
function Length({ about, isTabbable }: { about: ItemAbout; isTabbable: boolean }) {
  const [isOpen, setOpen] = useState(false);
  if (isOpen) return <LengthField about={about} onDone={() => setOpen(false)} />;
  return (
    <button
      type="button"
      className={about.isByHand ? 'rb-length by-hand' : 'rb-length'}
      tabIndex={isTabbable ? 0 : -1}
      aria-label={`Change the length of ${about.title}`}
      onClick={() => setOpen(true)}
    >
      {formatDuration(about.lengthS)}
    </button>
  );
}

function LengthField({
  about: { itemId, title, lengthS },
  onDone,
}: {
  about: ItemAbout;
  onDone: () => void;
}) {
  const scripted = useShow().script.byItem.get(itemId);
  return (
    <Box
      sx={{ position: 'absolute', top: 0, right: 0, width: 130, zIndex: 6, bgcolor: 'background.paper' }}
      onBlur={onDone}
      onKeyDown={(e) => (e.key === 'Enter' || e.key === 'Escape') && onDone()}
    >
      <FieldOf
        type={Timing}
        name="likelyS"
        autoFocus
        hiddenLabel={`Length of ${title}`}
        value={lengthS}
        onValue={(value) => scripted && commitChange(stretched(scripted, value))}
      />
    </Box>
  );
}
