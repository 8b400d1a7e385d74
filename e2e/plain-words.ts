import type { Page } from '@playwright/test';

/** Turns of phrase that puzzled people who tried the product; none is to come back on a screen. */
const REPLACED = [
  /Stands by itself|otherwise than last time|\bBring in\b|Everything, as one file/,
  /Take this amount out|\bTake out\b|As it was at first|What one (sees|saw|may set)|May run out, in 100/,
  /Gone before|It uses up about|\ba head\b|\b\d+ heads\b|What failed took|nobody has said|nobody said/,
  /[Rr]eckon|Sums that one otherwise|[Tt]o mend\b|Nobody is called|It was let in to|the latest possible/,
  /likely landing|\blands\b|\blanded\b|in 100 within|New good\b|From anywhere|Nothing takes the audience/,
  /has nothing to do for|does not say yet|do not say yet|are thought of around|Stands on a\b|Forbid something/,
  /The slot waits while|Stays where it is when|Further away|Strike it out|\bstruck out\b|does not hold\b/,
  /\bIt is mended|We play without it|all kept; sending|as in life|Nothing to say against|Write down a good/,
  /Nobody of the crew may|by \d+ tries|in the middle by|\b[Ww]ants an? \b|Used up, a head|Down within the slot/,
  /beyond the plan|\bCome in\b|let in for less|holds this bench|Is as much as|run backwards|Lots, first out first/,
  /Written after shows|Day, place and crew|by nothing and for no time|no way past this|Only this machine is served/,
];

/** What a page says, shown or spoken, in words that were replaced. */
export async function replacedWordsIn(page: Page): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const spoken = ['aria-label', 'placeholder', 'title', 'alt'];
    const shown = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const found: string[] = [];
    while (shown.nextNode())
      if (!shown.currentNode.parentElement?.closest('script, style, textarea'))
        found.push(shown.currentNode.textContent ?? '');
    for (const element of document.body.querySelectorAll('*'))
      for (const name of spoken) found.push(element.getAttribute(name) ?? '');
    return [...new Set(found.filter(Boolean))];
  });
  return texts.filter((text) => REPLACED.some((words) => words.test(text)));
}
