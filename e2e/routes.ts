import type { Page } from '@playwright/test';
import { HALL } from './server';

/** The main pages: the address, and what shows that it is there. */
export const ROUTES: [string, (page: Page) => Promise<unknown>][] = [
  ['/shows', (p) => p.getByText('Weather in a Kitchen').waitFor()],
  [`${HALL}/plan`, (p) => p.getByTestId('landing').waitFor()],
  [`${HALL}/supplies`, (p) => p.getByRole('button', { name: 'Working for Water' }).waitFor()],
  [`${HALL}/prep`, (p) => p.getByRole('list', { name: 'The day' }).waitFor()],
  [`${HALL}/debrief`, (p) => p.getByRole('heading', { name: /attempts/ }).waitFor()],
  ['/demos', (p) => p.getByText('26 of 26').waitFor()],
  ['/demos/vapour-bottle', (p) => p.getByText('Record').waitFor()],
  [
    '/demos/vapour-bottle/edit',
    (p) =>
      p.getByRole('heading', { name: 'How long it takes' }).or(p.getByText('Known faults')).first().waitFor(),
  ],
  ['/stores/shelves', (p) => p.getByText(/^(\d+) of \1\b/).waitFor()],
  ['/stores/count', (p) => p.getByText('0 counted').waitFor()],
  ['/venues', (p) => p.getByText('Quarry Field').waitFor()],
  ['/logbook', (p) => p.getByRole('table', { name: 'Reliability' }).waitFor()],
];
