import { Box, Tooltip } from '@mui/material';
import { useTheme } from '@mui/material/styles';
import type { Script, Timetable } from '@hearty/core';
import { useRef, type CSSProperties, type KeyboardEvent, type ReactNode } from 'react';
import { draftStore } from '../../../session/draft';
import { jumpTo, markWords } from '../findingId';
import { Hints } from '../Hints';
import { itemKeys, KEYS_WORDS, pieceKeys, workKeys } from '../keys';
import { inSight, useSight, type Sight } from '../sight';
import { usePlanView } from '../view';
import { LevelMark } from '../../../kit/LevelMark';
import { ACROSS } from './across';
import type { Held } from './held';
import { RibbonItem } from './RibbonItem';
import { ThreadPieces } from './ThreadPieces';
import type { Ribbon } from './ribbon';
import { Shapes } from './Shapes';
import './ribbon.css';

interface RibbonViewProps {
  ribbon: Ribbon;
  script: Script;
  timetable: Timetable;
  /** A stretch of it by itself, for a page; else what the window shows. */
  leaf?: Sight;
}

export const headsPx = (ribbon: Ribbon): number => (ribbon.heads.some((h) => h.slanted) ? 108 : 40);

/** Time runs down the page: the stage as a ribbon, the crew as threads, then what is unattended. */
export function RibbonView({ ribbon, script, timetable, leaf }: RibbonViewProps) {
  const page = useRef<HTMLDivElement>(null);
  const window = useSight(page, timetable.items.length);
  const sight = leaf ?? window;
  const selected = usePlanView((s) => s.selected);
  const several = usePlanView((s) => s.several);
  const movingId = usePlanView((s) => {
    if (!s.moving || !s.preview) return undefined;
    return s.preview.kind === 'insert-item'
      ? s.preview.item.id
      : s.preview.kind === 'move-item'
        ? s.preview.itemId
        : undefined;
  });
  const { ink } = useTheme();
  const colors: Record<string, string> = Object.fromEntries(
    Object.entries(ink).map(([k, v]) => [`--${k}`, v]),
  );
  const slanted = ribbon.heads.some((h) => h.slanted);
  // One item is in the order of the tab key; arrows lead from it to the others.
  const last = selected ?? several.at(-1);
  const tabbable = ribbon.items.some((i) => i.about.itemId === last) ? last : ribbon.items[0]?.about.itemId;
  return (
    <Hints>
      <Box
        sx={{ overflowX: 'auto', pb: 5 }}
        data-testid="score"
        tabIndex={0}
        role="region"
        aria-label="Score"
        onKeyDown={(e) => onKey(e, script, timetable)}
      >
        <div className="rb" style={{ ...colors, width: ribbon.width } as CSSProperties}>
          <div className={slanted ? 'rb-heads slanted' : 'rb-heads'}>
            {ribbon.heads.map((h) => (
              <span
                key={h.key}
                className={h.slanted ? 'rb-slanted' : undefined}
                data-hint={h.slanted ? h.words : undefined}
                style={{ left: h.x, width: h.width }}
              >
                {h.words}
              </span>
            ))}
          </div>
          <Leaf sight={leaf}>
            <div className="rb-page" ref={page} style={{ height: ribbon.height }} data-score-top>
              <Shapes ribbon={ribbon} movingId={movingId} sight={sight} />
              <Gutter ribbon={ribbon} />
              <ol aria-label="Running order">
                {ribbon.items.map((item) => {
                  // What is chosen or moved stays, wherever one looks: it has the keyboard.
                  const isHeld = item.about.itemId === last || item.about.itemId === movingId;
                  if (!isHeld && !inSight(sight, item.top, item.top + item.height)) return null;
                  return (
                    <RibbonItem
                      key={item.about.itemId}
                      shape={item}
                      width={ACROSS.words - ACROSS.ribbonLeft + ribbon.wordsPx}
                      isSelected={item.about.itemId === selected || several.includes(item.about.itemId)}
                      isMoving={item.about.itemId === movingId}
                      isTabbable={item.about.itemId === tabbable}
                    />
                  );
                })}
              </ol>
              {ribbon.items.length === 0 && (
                <div className="rb-empty" style={{ left: ACROSS.words, top: ribbon.time.y(0) + 12 }}>
                  Nothing yet. Add a demo by name, or drag one here from the library.
                </div>
              )}
              {ribbon.gaps.map((g) => (
                <div
                  key={g.top}
                  className="rb-clock"
                  style={{ ...GAP_WORDS, top: g.top + g.height / 2, left: g.wordsLeft }}
                >
                  {g.words}
                </div>
              ))}
              {ribbon.threads.map((thread) => (
                <ThreadPieces key={thread.personId} thread={thread} sight={sight} />
              ))}
              {ribbon.places.map((lane) => (
                <ul
                  key={lane.markId}
                  className="rb-lane"
                  aria-label={`What is on the ${lane.name}`}
                  style={{ left: lane.left, width: ACROSS.placePx - ACROSS.gap }}
                >
                  {lane.spans.map((s) => (
                    <li
                      key={s.key}
                      className="rb-place"
                      data-hint={s.hint}
                      style={{ top: s.top, height: s.height, left: 0, right: 0, overflow: 'hidden' }}
                    >
                      {s.words}
                    </li>
                  ))}
                </ul>
              ))}
              {ribbon.standings.length > 0 && (
                <ul aria-label="Unattended">
                  {ribbon.standings.map((s) => (
                    <li
                      key={s.key}
                      className={s.isStale ? 'rb-loose stale' : 'rb-loose'}
                      data-hint={s.hint}
                      style={
                        s.words.length > 0
                          ? { left: s.x + 10, top: s.wordsTop, width: s.width }
                          : { left: s.x - 6, top: s.top, width: 12, height: Math.max(12, s.usedY - s.top) }
                      }
                    >
                      {s.words.map((w) => (
                        <div key={w}>
                          <span className="rb-words">{w}</span>
                        </div>
                      ))}
                    </li>
                  ))}
                </ul>
              )}
              <Marks ribbon={ribbon} up={script.upS} />
            </div>
          </Leaf>
          <Box id="plan-keys" hidden>
            {KEYS_WORDS}
          </Box>
        </div>
      </Box>
    </Hints>
  );
}

const GAP_WORDS = { width: 'auto', color: 'var(--stop)', whiteSpace: 'nowrap' } as const;

/** A stretch of the ribbon cut out of it; without one, all of it. */
const Leaf = ({ sight, children }: { sight: Sight | undefined; children: ReactNode }) =>
  sight ? (
    <Box sx={{ overflow: 'hidden' }} style={{ height: sight.toY - sight.fromY }}>
      <Box sx={{ position: 'relative' }} style={{ top: -sight.fromY }}>
        {children}
      </Box>
    </Box>
  ) : (
    children
  );

/** Clock times down the left, and the fixed points of the day. What lies beyond the ribbon is named at its end. */
function Gutter({ ribbon }: { ribbon: Ribbon }) {
  return (
    <>
      {ribbon.rulings.map((r) => (
        <div key={r.y} className="rb-clock" style={{ top: r.y }}>
          {r.clock}
        </div>
      ))}
      {ribbon.points.map((p) => (
        <div
          key={p.words}
          className={p.strong ? 'rb-words-of-point strong' : 'rb-words-of-point'}
          style={{ top: p.y }}
        >
          <span>{p.clock}</span>
          <br />
          {p.words}
        </div>
      ))}
      {ribbon.seams.map((s) => (
        <div
          key={s.fromS}
          className="rb-seam-target"
          style={{ left: ACROSS.ribbonLeft - 10, top: s.top, height: s.height }}
          data-hint="Drawn longer than it lasts, so that the words have room."
        />
      ))}
      {ribbon.swell && (
        <Box
          role="img"
          aria-label={ribbon.swell.spoken}
          sx={{ position: 'absolute', left: ACROSS.ribbonLeft, width: '1px', height: '1px' }}
          style={{ top: ribbon.swell.medianY }}
        />
      )}
      {ribbon.beyond.length > 0 && <div className="rb-beyond">{ribbon.beyond.join(' · ')}</div>}
    </>
  );
}

/** What is to fix, along the ribbon: each leads to its words. */
function Marks({ ribbon, up }: { ribbon: Ribbon; up: number }) {
  if (ribbon.marks.length === 0) return null;
  return (
    <ul aria-label="To fix, along the show">
      {ribbon.marks.map(({ key, y, finding, others }) => {
        const words = markWords(finding, up) + (others > 0 ? ` And ${others} more here.` : '');
        return (
          <li key={key} className="rb-mark" style={{ left: ACROSS.marks, top: y }}>
            <Tooltip title={words}>
              <button type="button" aria-label={`Along the show: ${words}`} onClick={() => jumpTo(finding)}>
                <LevelMark level={finding.level} />
                {others > 0 && <span aria-hidden>{others + 1}</span>}
              </button>
            </Tooltip>
          </li>
        );
      })}
    </ul>
  );
}

/** A key pressed on an item or a piece of work changes the show as it is kept, also while it is drawn as it would be. */
function onKey(event: KeyboardEvent, { file, upS }: Script, timetable: Timetable): void {
  const { item, held } = (event.target as HTMLElement).dataset;
  const show = draftStore.getState().show ?? file.show;
  if (item !== undefined) itemKeys(show, item)(event);
  if (held === undefined) return;
  pieceKeys(event);
  const names = (id: string) => file.crew.find((p) => p.id === id)?.name ?? '';
  workKeys(show, timetable, names, upS)(JSON.parse(held) as Held)(event);
}
