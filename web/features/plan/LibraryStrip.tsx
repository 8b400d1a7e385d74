import { useDraggable } from '@dnd-kit/core';
import { Box, Typography } from '@mui/material';
import { plainText, formatDuration, stepsTiming, type Demo } from '@hearty/core';
import { useState } from 'react';
import { useLibrary } from '../../session/queries';
import { Find } from '../../kit/Find';
import { useMore } from '../../kit/useMore';
import { newId } from '../../session/ids';
import type { Held } from './ribbon/held';

/** The demos of the library as cards, to be dragged onto the score. */
export function LibraryStrip() {
  const library = useLibrary();
  const [text, setText] = useState('');
  const wanted = plainText(text.trim());
  const demos = (library.data?.demos ?? []).filter(
    (d) => !wanted || plainText(`${d.title} ${d.topic}`).includes(wanted),
  );
  const { shown, more } = useMore(demos, 30);
  return (
    <Box component="section" aria-label="Library" sx={{ mb: 3, '@media print': { display: 'none' } }}>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 3, mb: 1.5 }}>
        <Find label="Find a demo" value={text} onValue={setText} sx={{ width: 220 }} />
        <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
          Drag one into the plan, or add it by name above.
        </Typography>
      </Box>
      <Box
        tabIndex={0}
        role="region"
        aria-label="Demos of the library"
        sx={{ display: 'flex', gap: 2, overflowX: 'auto', pb: 2 }}
      >
        {shown.map((demo) => (
          <Card key={demo.id} demo={demo} />
        ))}
        {more}
        {library.data && demos.length === 0 && <Typography>No such demo.</Typography>}
      </Box>
    </Box>
  );
}

function Card({ demo }: { demo: Demo }) {
  // Each time the card is let go, the next one gets an id of its own.
  const [id, setId] = useState(newId);
  const { listeners, setNodeRef, isDragging } = useDraggable({
    id: `demo:${demo.id}`,
    data: { kind: 'demo', demo, newId: id, title: demo.title } satisfies Held,
  });
  return (
    <Box
      ref={setNodeRef}
      {...listeners}
      onPointerUp={() => setId(newId())}
      data-testid={`card-${demo.id}`}
      sx={{
        flex: '0 0 190px',
        p: 2,
        border: '1px solid',
        borderColor: 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        cursor: 'grab',
        touchAction: 'none',
        opacity: isDragging ? 0.5 : 1,
      }}
    >
      <Typography noWrap sx={{ fontWeight: 700, fontSize: 'text' }}>
        {demo.title}
      </Typography>
      <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
        {demo.topic} · {formatDuration(stepsTiming(demo).likelyS)}
      </Typography>
    </Box>
  );
}
