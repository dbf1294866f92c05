import type { Page } from '@playwright/test';
import { log } from './acts.ts';
import { expect, test, type Studio } from './studio.ts';

/** Half a minute past, so that no minute turns while all places are read. */
const moments = [
  '2026-03-11T09:20:30Z',
  '2026-03-11T11:00:30Z',
  '2026-03-11T13:10:30Z',
  '2026-03-11T16:40:30Z',
  '2026-03-11T18:30:30Z',
  '2026-03-11T23:00:30Z',
  '2026-03-12T08:50:30Z',
  '2026-03-12T16:40:30Z',
  '2026-03-13T10:10:30Z',
  '2026-03-15T15:00:30Z',
  // `KOSMEMA_MOMENTS` asks for more
].slice(0, Number(process.env['KOSMEMA_MOMENTS'] ?? 1));

interface TodayRows {
  pieces: { pieceId: string; name: string; state: string; holdsUntil?: number; next: unknown }[];
}

/** All that the studio shows of its pieces is worked out for this moment. */
async function allAsOf(page: Page, { address }: Studio, iso: string): Promise<TodayRows['pieces']> {
  const bench = async () =>
    ((await (await page.request.get(`${address}/api/today`)).json()) as TodayRows).pieces;
  await expect
    .poll(async () => (await bench()).filter(({ holdsUntil = 0 }) => holdsUntil <= Date.parse(iso)).length, {
      timeout: 120_000,
    })
    .toBe(0);
  return bench();
}

/** The headline of every row of the home page by the name it goes under. */
const onToday = (page: Page) =>
  page.locator('main').evaluate((main) => {
    const said = [...main.querySelectorAll('[data-row] p.MuiTypography-root')];
    return said.map((p) => {
      const row = p.closest('[data-row]')!;
      return { of: row.querySelector('a')!.textContent, headline: p.textContent };
    });
  });

/** What each card on the shelf says under its name. */
const onShelf = (page: Page) =>
  page.locator('li[data-piece]').evaluateAll((cards) =>
    cards.map((card) => {
      const name = card.querySelector('.name')!;
      return { of: name.textContent, headline: name.nextElementSibling!.textContent };
    }),
  );

test('every place says the same of every piece', async ({ page, workshop }) => {
  test.setTimeout(240_000 * (1 + moments.length));
  const { address } = workshop;
  const first = await allAsOf(page, workshop, '2026-03-11T09:20:00Z');
  const guide = '0198c1b0-0000-7000-8000-00000000aaaa';
  await log(workshop, '2026-03-11T09:20:00Z', {
    ...{ kind: 'guide.set', subject: guide },
    body: { pieces: first.map(({ pieceId }) => pieceId), over: false },
  });

  for (const moment of moments) {
    await test.step(moment, async () => {
      workshop.setClock(moment);
      const pieces = await allAsOf(page, workshop, moment);
      // each place is looked at at one moment, when all of that was worked out
      const later = new Date(Date.parse(moment) + 60_000).toISOString();
      const at = (path: string) => {
        workshop.setClock(later);
        return page.goto(`${address}${path}`);
      };
      const said: Record<string, Record<string, string>> = {};
      const says = (name: string, place: string, words: string) => ((said[name] ??= {})[place] = words);

      await at('/pieces');
      await expect(page.locator('li[data-piece]')).toHaveCount(pieces.length);
      for (const { of, headline } of await onShelf(page)) says(of, 'shelf', headline!);
      await page.getByRole('button', { name: 'Choose several' }).click();
      await page.getByRole('button', { name: `All ${pieces.length}` }).click();
      await page.getByRole('button', { name: /^Log a step/ }).click();
      const dialog = page.getByRole('dialog');
      await expect(dialog.locator('b').first()).toBeVisible();
      const many = await dialog.locator('b').evaluateAll((all) =>
        all.map((b) => ({
          headline: b.textContent,
          names: b.parentElement!.firstElementChild!.nextSibling!.textContent!,
        })),
      );

      await at('/');
      await expect(page.locator('main p.MuiTypography-root').first()).toBeVisible();
      const bench = await onToday(page);

      await at('/tonight');
      await expect(page.getByRole('heading', { name: 'Tonight' })).toBeVisible();
      const covers = await page.locator('main section').evaluateAll((sections) =>
        sections.map((section) => ({
          title: section.getAttribute('aria-label')!,
          names: [...section.querySelectorAll('li a')].map((a) => a.textContent),
        })),
      );

      await at('/kiln');
      await expect(page.getByRole('heading', { name: 'Kiln', exact: true })).toBeVisible();
      const dry = await page.locator('main').evaluate((main) =>
        [...main.querySelectorAll('a')].map((a) => ({
          of: a.textContent,
          dry: /not dry, about ([^;]*)/.exec(a.parentElement!.parentElement!.textContent!)?.[1] ?? null,
        })),
      );

      await at(`/guide/${guide}`);
      const tabs = page.getByRole('group', { name: 'Pieces that are led' }).getByRole('button');
      await expect(tabs.first()).toBeVisible();
      for (const tab of await tabs.all()) {
        await tab.click();
        const name = (await tab.locator('b').textContent())!;
        says(name, 'guide', (await page.locator('main h1').textContent())!);
      }

      for (const { pieceId, name, next } of pieces) {
        await at(`/pieces/${pieceId}`);
        const board = page.locator('main p.MuiTypography-h1');
        await expect(page.getByRole('table').first()).toBeVisible({ timeout: 60_000 });
        says(name, 'piece', (await board.textContent())!);
        if (next === null) delete said[name]!['guide'];
        // the same cover, and the same hour for the kiln
        const night = covers.find(({ names }) => names.includes(name));
        const text = await board.locator('xpath=../../../..').innerText();
        if (night && !/^(Leave|Still|No session)/.test(night.title))
          expect(text.toLowerCase(), name).toContain(night.title.toLowerCase());
        const kiln = dry.find(({ of }) => of === name)?.dry;
        if (kiln) {
          const load = page.getByRole('row', { name: /^(Load|Glaze and load)/ }).first();
          expect(await load.getByRole('cell').nth(1).innerText(), name).toContain(kiln);
        }
      }
      for (const { of, headline } of bench) if (said[of!]) says(of!, 'bench', headline!);
      for (const { names, headline } of many)
        for (const name of Object.keys(said)) if (names === `: ${name}`) says(name, 'many', headline!);
      for (const [name, places] of Object.entries(said))
        expect(new Set(Object.values(places)), `${moment} ${name} ${JSON.stringify(places)}`).toHaveProperty(
          'size',
          1,
        );
      expect(Object.values(said).filter((places) => Object.keys(places).length >= 4).length).toBeGreaterThan(
        8,
      );
    });
  }
});
