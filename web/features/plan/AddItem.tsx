import { Autocomplete, Box } from '@mui/material';
import { around, formatDuration, itemOf, plainText, stepsTiming, type Demo, type Item } from '@hearty/core';
import { lazy, Suspense, useState } from 'react';
import { findInput } from '../../kit/Find';
import { useDraft } from '../../session/draft';
import { useBringIn, useLibrary, useStarter } from '../../session/queries';
import { newId } from '../../session/ids';

import { commitChange } from './view';

// Its form comes when somebody begins a demo.
const NewDemo = lazy(async () => ({ default: (await import('./NewDemo')).NewDemo }));

/** What may stand between demos, with its usual title and likely seconds. */
const KINDS: { kind: Item['kind']; title: string; likelyS: number }[] = [
  { kind: 'link', title: 'Talk', likelyS: 120 },
  { kind: 'volunteer pick', title: 'Volunteers', likelyS: 120 },
  { kind: 'reset in view', title: 'Reset in view', likelyS: 90 },
  { kind: 'interval', title: 'Interval', likelyS: 900 },
  { kind: 'hold', title: 'Hold', likelyS: 60 },
];

/** With fewer demos than this, those of the starter shelf are offered too. */
const FEW = 12;

type Choice =
  | { is: 'demo'; demo: Demo }
  /** Of the starter shelf, not in the library yet. */
  | { is: 'starter'; demo: Demo }
  | { is: 'new'; title: string }
  | { is: 'kind'; kind: Item['kind']; title: string; likelyS: number }
  | { is: 'choice' };

const GROUP = {
  demo: 'Demos',
  starter: 'Starter shelf',
  new: 'Not in the library yet',
  kind: 'Talk, picks and breaks',
  choice: 'Talk, picks and breaks',
};

/** Everything that may be added, by what is typed: demos by their names, the rest under that name. */
function choicesFor(text: string, demos: readonly Demo[], starter: readonly Demo[]): Choice[] {
  const title = text.trim();
  const words = plainText(title);
  const fits = (d: Demo) => plainText(`${d.title} ${d.topic}`).includes(words);
  const exact = demos.some((d) => plainText(d.title) === words);
  const kindWords = KINDS.filter((k) => plainText(`${k.title} ${k.kind}`).includes(words));
  // Words that are no kind's own are what the talk is about.
  const kinds = kindWords.length ? kindWords : KINDS.map((k) => ({ ...k, title }));
  return [
    ...demos.filter(fits).map((demo): Choice => ({ is: 'demo', demo })),
    ...starter.filter(fits).map((demo): Choice => ({ is: 'starter', demo })),
    ...(title && !exact ? [{ is: 'new', title } as const] : []),
    ...kinds.map((k): Choice => ({ is: 'kind', ...k })),
    ...(demos.length > 1 ? [{ is: 'choice' } as const] : []),
  ];
}

const labelOf = (choice: Choice): string => {
  switch (choice.is) {
    case 'demo':
    case 'starter':
      return choice.demo.title;
    case 'new':
      return `New demo “${choice.title}”`;
    case 'choice':
      return 'A choice: the audience picks between demos';
    case 'kind': {
      const kind = choice.kind === 'link' ? 'talk' : choice.kind;
      return plainText(choice.title) === plainText(kind) ? choice.title : `${choice.title} (${kind})`;
    }
  }
};

/** One field that puts anything at the end of the running order: a demo, a new one, talk, a pick, a break, a hold, a choice. */
export function AddItem({ onAdded }: { onAdded: (itemId: string) => void }) {
  const library = useLibrary().data;
  const demos = library?.demos ?? [];
  const starter = useStarter(library !== undefined && demos.length < FEW);
  const bring = useBringIn();
  const [text, setText] = useState('');
  const [begun, setBegun] = useState<string>();
  const count = useDraft((s) => s.show?.items.length ?? 0);
  const add = (item: Item) => {
    commitChange({ kind: 'insert-item', item, toIndex: count });
    setText('');
    onAdded(item.id);
  };
  const here = new Set(demos.map((d) => d.id));
  const offered = demos.length < FEW ? (starter.data?.demos.filter((d) => !here.has(d.id)) ?? []) : [];
  const plain = { id: newId(), showings: 1, retries: 0, helperIds: [] };
  const choose = (choice: Choice | null) => {
    if (!choice) return;
    switch (choice.is) {
      case 'demo':
        return add(itemOf(choice.demo, newId()));
      case 'starter':
        return bring.mutate(
          { file: starter.data!, demoIds: [choice.demo.id] },
          {
            onSuccess: (came) => {
              const id = came.demos[choice.demo.id];
              if (id !== undefined) add(itemOf({ ...choice.demo, id }, newId()));
            },
          },
        );
      case 'new':
        return setBegun(choice.title);
      case 'kind':
        return add({ ...plain, kind: choice.kind, title: choice.title, timing: around(choice.likelyS) });
      case 'choice':
        return add({
          ...plain,
          kind: 'choice',
          title: 'The audience picks',
          options: demos.slice(0, 2).map((d) => ({ demoId: d.id, share: 50 })),
        });
    }
  };
  return (
    <Box sx={{ '@media print': { display: 'none' } }}>
      <Autocomplete
        options={choicesFor(text, demos, offered)}
        filterOptions={(all) => all}
        getOptionLabel={labelOf}
        groupBy={(c) => GROUP[c.is]}
        value={null}
        autoHighlight={text.trim() !== ''}
        blurOnSelect={false}
        inputValue={text}
        onInputChange={(_e, next, reason) => reason === 'input' && setText(next)}
        onChange={(_e, choice) => choose(choice)}
        renderOption={({ key, ...props }, c) => (
          <li key={'demo' in c ? c.demo.id : key} {...props}>
            <span style={{ flex: 1 }}>{labelOf(c)}</span>
            {'demo' in c && <span>{formatDuration(stepsTiming(c.demo).likelyS)}</span>}
          </li>
        )}
        renderInput={findInput('Add', { example: 'a demo, talk, a pick, a break' })}
      />
      <Suspense>
        {begun !== undefined && (
          <NewDemo
            title={begun}
            onClose={() => setBegun(undefined)}
            onMade={(demo) => {
              setBegun(undefined);
              add(itemOf(demo, newId()));
            }}
          />
        )}
      </Suspense>
    </Box>
  );
}
