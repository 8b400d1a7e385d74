import { Box, Button, IconButton, Paper, Typography } from '@mui/material';
import { formatDuration, Item, plural, setUpTiming, Timing, type PlannedItem } from '@hearty/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { FieldOf } from '../../kit/fields';
import { FromLog } from './FromLog';
import { newId } from '../../session/ids';
import { editItem } from '../../session/draft';
import { useSaid } from '../../session/queries';
import { useShow } from '../../session/show';
import { SaidOf } from '../logbook/SaidOf';
import { PrepTasks } from './PrepTasks';
import { commitChange } from './view';
import { findingId } from './findingId';
import { FindingNote, inOrder } from './Findings';
import { Options } from './Options';
import { SeriesLevels } from './SeriesLevels';
import { CalculatorResults } from './CalculatorResults';
import { WhatToWear } from './WhatToWear';
import { CloseIcon } from '../../kit/icons';

/** One item, opened for editing: its times, showings, retries, and who is on stage. */
export function ItemPanel({ item, onClose }: { item: Item; onClose: () => void }) {
  const { file, script, plan } = useShow();
  const findings = inOrder(plan.findings.filter((f) => f.itemId === item.id));
  const { data: words = [] } = useSaid(item.demoId);
  const planned = plan.timetable.items.find((i) => i.itemId === item.id);
  const set = (change: Partial<Item>) => editItem(item.id, (draft) => void Object.assign(draft, change));
  const remove = () => {
    commitChange({ kind: 'remove-items', itemIds: [item.id] });
    onClose();
  };
  const { demo, standing, number } = script.byItem.get(item.id) ?? {};
  const setUp = setUpTiming(demo);
  const plays = item.kind === 'demo' || item.kind === 'choice';
  const marks = file.venue.marks.filter((m) => m.kind === demo?.mark);
  const people = file.crew
    .filter((p) => file.show.crew.some((c) => c.personId === p.id))
    .map((p) => ({ value: p.id, label: p.name }));
  return (
    <Paper
      variant="outlined"
      sx={{
        p: 3,
        mb: 4,
        borderColor: 'primary.main',
        // On a laptop it stays beside the score and scrolls by itself.
        position: { lg: 'sticky' },
        top: 72,
        zIndex: 5,
        maxHeight: { lg: 'calc(100vh - 90px)' },
        overflowY: { lg: 'auto' },
        '@media print': { display: 'none' },
      }}
      aria-label={`Item ${item.title}`}
      component="section"
    >
      <Box sx={{ display: 'flex', alignItems: 'center', mb: 2 }}>
        <Typography variant="h3" component="h2" sx={{ flex: 1 }}>
          {item.kind[0]!.toUpperCase() + item.kind.slice(1)}
          {number !== undefined && ` ${number}`}
        </Typography>
        <IconButton aria-label="Close the item" onClick={onClose}>
          <CloseIcon fontSize="small" />
        </IconButton>
      </Box>
      {findings.length > 0 && (
        <Box component="ul" aria-label="Findings about this item" sx={{ m: 0, p: 0, listStyle: 'none' }}>
          {findings.map((finding) => (
            <FindingNote key={findingId(finding)} finding={finding} />
          ))}
        </Box>
      )}
      {words.length > 0 && (
        <Box component="section" aria-label="Debrief notes" sx={{ mb: 3, fontSize: 'small' }}>
          <SaidOf lines={words} most={3} />
        </Box>
      )}
      <Box sx={{ display: 'grid', gap: 3 }}>
        <WhatToWear item={item} />
        <CalculatorResults item={item} />
        <FieldOf
          type={Item}
          name="title"
          value={item.title}
          onValue={(title) => set({ title: title.trim() })}
        />
        {!plays && (
          <FieldOf
            type={Item}
            name="keyWords"
            value={item.keyWords}
            onValue={(keyWords) => set({ keyWords })}
          />
        )}
        {planned && <TimingFields key={item.id} item={item} planned={planned} />}
        <FromLog item={item} />
        {item.kind === 'choice' && <Options item={item} />}
        {plays && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
            {!item.series && (
              <FieldOf
                type={Item}
                name="showings"
                value={item.showings}
                onValue={(showings) => set({ showings })}
              />
            )}
            {(!item.series || item.series.onFail === 'retry') && (
              <FieldOf
                type={Item}
                name="retries"
                value={item.retries}
                onValue={(retries) => set({ retries })}
              />
            )}
          </Box>
        )}
        <OtherThanDemo item={item} />
        <SeriesLevels item={item} />
        <FieldOf
          type={Item}
          name="presenterId"
          value={item.presenterId}
          onValue={(presenterId) => set({ presenterId })}
          options={people}
        />
        <FieldOf
          type={Item}
          name="helperIds"
          value={item.helperIds}
          onValue={(helperIds) => set({ helperIds })}
          options={people}
        />
        <FieldOf
          type={Item}
          name="worth"
          value={item.worth}
          onValue={(worth) => set({ worth })}
          options={WORTHS}
        />
        <FieldOf
          type={Item}
          name="at"
          value={item.at}
          onValue={(at) => commitChange({ kind: 'set-item', itemId: item.id, fields: { at } })}
        />
        <FieldOf
          type={Item}
          name="pinned"
          value={item.pinned}
          onValue={(pinned) => commitChange({ kind: 'set-item', itemId: item.id, fields: { pinned } })}
        />
        {plays && marks.length > 1 && (
          <FieldOf
            type={Item}
            name="markId"
            value={item.markId}
            empty={`the first that fits${standing ? ` (${standing.mark.name})` : ''}`}
            onValue={(markId) => commitChange({ kind: 'set-item', itemId: item.id, fields: { markId } })}
            options={marks.map((m) => ({ value: m.id, label: m.name }))}
          />
        )}
        <PrepTasks item={item} />
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button onClick={() => commitChange({ kind: 'duplicate-item', itemId: item.id, newId: newId() })}>
            Duplicate
          </Button>
          {setUp && item.setUpIn === undefined && (
            <Button
              onClick={() =>
                commitChange({ kind: 'split-set-up', itemId: item.id, newId: newId(), timing: setUp })
              }
            >
              Split off its set-up ({formatDuration(setUp.likelyS)})
            </Button>
          )}
          {item.demoId && (
            <Button component={Link} to={`/demos/${item.demoId}`}>
              Open the demo
            </Button>
          )}
          <Button color="error" onClick={remove}>
            Remove
          </Button>
        </Box>
        <Typography color="textSecondary" variant="body2">
          Alt with ↑ or ↓ moves it, D duplicates, P pins, Delete takes it out.
        </Typography>
      </Box>
    </Paper>
  );
}

/** Says where an item no longer follows its demo; one press makes it follow again. */
function OtherThanDemo({ item }: { item: Item }) {
  const demo = useShow().script.byItem.get(item.id)?.demo;
  if (!demo || item.demoId !== demo.id) return null;
  const { showings, retries } = demo;
  const different = [
    !item.series && item.showings !== showings && plural(showings, 'showing'),
    item.retries !== retries && (retries === 1 ? '1 retry' : `${retries} retries`),
  ].filter((words) => words !== false);
  if (different.length === 0) return null;
  return (
    <Typography variant="body2" color="textSecondary">
      Differs from the demo, which has {different.join(' and ')}.
      <Button
        size="small"
        onClick={() =>
          editItem(item.id, (draft) => {
            if (!item.series) draft.showings = showings;
            draft.retries = retries;
          })
        }
      >
        As in the demo
      </Button>
    </Typography>
  );
}

/** How much would be lost by leaving an item out. */
const WORTHS = [1, 2, 3, 4, 5].map((n) => ({ value: n, label: `yes, worth ${n} of 5` }));

const TIMES = ['bestS', 'likelyS', 'worstS'] as const;

/** The first showing's times: the machine's until somebody types others, and theirs again on request. */
function TimingFields({ item, planned }: { item: Item; planned: PlannedItem }) {
  const { script } = useShow();
  const from = planned.timingFrom;
  const first = script.byItem.get(item.id)!.showings[0]!.timing;
  const [isSpreadTyped, setSpreadTyped] = useState(false);
  // The spread goes along with the likely time until somebody types it; best, likely and worst stay in order.
  const setTime = (key: keyof Timing, s: number) =>
    editItem(item.id, (draft) => {
      const at = TIMES.indexOf(key);
      const by = key === 'likelyS' && !isSpreadTyped && first.likelyS > 0 ? s / first.likelyS : 1;
      if (key !== 'likelyS') setSpreadTyped(true);
      const next = {
        bestS: Math.round(first.bestS * by),
        likelyS: first.likelyS,
        worstS: Math.round(first.worstS * by),
        [key]: s,
      };
      TIMES.forEach((other, i) => {
        if (i < at) next[other] = Math.min(next[other], s);
        if (i > at) next[other] = Math.max(next[other], s);
      });
      draft.timing = next;
    });
  return (
    <Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1.5 }}>
        {TIMES.map((key) => (
          <FieldOf
            key={key}
            type={Timing}
            name={key}
            value={first[key]}
            onValue={(value) => setTime(key, value)}
            sx={{ '& input': { px: 2, fontSize: 'small' } }}
          />
        ))}
      </Box>
      <Typography sx={{ mt: 1 }} variant="body2" color={item.timing ? 'textSecondary' : 'secondary'}>
        {item.timing ? 'First showing, typed by hand.' : `First showing, from the ${from}.`}
        {item.timing && item.demoId && (
          <Button size="small" onClick={() => editItem(item.id, (draft) => void delete draft.timing)}>
            Use the {from === 'by hand' ? "log's or demo's" : from} times
          </Button>
        )}
      </Typography>
    </Box>
  );
}
