import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Box, Typography } from '@mui/material';
import { formatDuration, posterior, type PlannedItem, type ShowFile } from '@hearty/core';

interface StageItemProps {
  item: PlannedItem;
  file: ShowFile;
  top: number;
  height: number;
  startsAt: string;
  selected: boolean;
  onSelect: () => void;
}

/** One item on the stage lane, as tall as it is long. Dragged by hand or picked up with space. */
export function StageItem({ item, file, top, height, startsAt, selected, onSelect }: StageItemProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: item.itemId,
  });
  const source = file.show.items.find((i) => i.id === item.itemId);
  const demo = file.demos.find((d) => d.id === source?.demoId);
  const words = [
    demo && oddsWords(file, demo.id, demo.guessOdds),
    source && source.showings > 1 && `${source.showings} showings`,
    source && source.retries > 0 && `${source.retries} ${source.retries === 1 ? 'retry' : 'retries'}`,
    item.timingFrom === 'log' && 'from the log',
  ].filter(Boolean);
  return (
    <Box
      component="li"
      sx={{
        position: 'absolute',
        top,
        left: 0,
        right: 0,
        height: Math.max(height - 2, 15),
        zIndex: isDragging ? 5 : 2,
      }}
    >
      <Box
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        role="button"
        aria-label={`${item.title}, ${startsAt}, ${formatDuration(item.endS - item.startS)}`}
        aria-roledescription="item of the running order"
        onClick={onSelect}
        onFocus={(e) => e.currentTarget.matches(':focus-visible') && onSelect()}
        style={{ transform: CSS.Translate.toString(transform), transition }}
        sx={{
          height: '100%',
          px: 2.5,
          py: height > 40 ? 0.75 : 0,
          overflow: 'hidden',
          cursor: 'grab',
          touchAction: 'none',
          bgcolor: 'background.paper',
          border: demo ? '1px solid' : '1px dashed',
          borderColor: selected ? 'primary.main' : 'divider',
          borderLeft: demo ? '5px solid' : undefined,
          borderLeftColor: demo ? 'primary.main' : undefined,
          outline: selected ? '1px solid' : 'none',
          outlineColor: 'primary.main',
          borderRadius: 1,
          boxShadow: isDragging ? 6 : 'none',
          // The first rows of the library's own focus ring would be clipped.
          '&:focus-visible': { outline: '3px solid', outlineColor: 'secondary.main' },
        }}
      >
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline' }}>
          <Typography
            noWrap
            sx={{
              flex: 1,
              fontWeight: demo ? 700 : 500,
              fontSize: height < 22 ? 11.5 : 14.5,
              lineHeight: height < 22 ? 1.15 : 1.45,
            }}
          >
            {item.title}
          </Typography>
          <Typography
            sx={{
              fontSize: height < 22 ? 11.5 : 14,
              lineHeight: height < 22 ? 1.15 : 1.45,
              whiteSpace: 'nowrap',
              color: item.timingFrom === 'by hand' ? 'text.primary' : 'secondary.main',
            }}
          >
            {formatDuration(item.endS - item.startS)}
          </Typography>
        </Box>
        {height > 42 && (
          <Typography noWrap color="textSecondary" sx={{ fontSize: 13 }}>
            {words.join(' · ')}
          </Typography>
        )}
      </Box>
    </Box>
  );
}

/** "8 in 10" from the log, or the presenter's guess said as one. */
function oddsWords(file: ShowFile, demoId: string, guessOdds: number): string {
  const record = file.record.find((r) => r.demoId === demoId);
  const { a, b } = posterior(record, guessOdds);
  const odds = `works ${Math.round((100 * a) / (a + b))} in 100`;
  return record && record.worked + record.partly + record.failed > 0 ? odds : `${odds} (a guess)`;
}
