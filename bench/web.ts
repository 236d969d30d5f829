import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { toPlanFile } from '@haushalt/core';
import { chromium, type CDPSession, type LaunchOptions, type Page } from '@playwright/test';
import { atMost, type Row } from './measure.ts';
import { drawPlan } from './plan.ts';
import { randomFrom } from './random.ts';

/** Measures the budget page as people work on it: a plan of 150 lines × 60 months in the built application. */
const LINES = 150;
const MONTHS = 60;
const SEED = 20260202;
const EDITS = 80;
const WARM_UP = 10;
/** The time between the keys of someone who types fast, in milliseconds. */
const KEY_PAUSE = 120;
const PROGRAM = fileURLToPath(new URL('../../cli/bin/haushalt.js', import.meta.url));

/**
 * Describes what one edit took, in milliseconds: the processor time of the scripts of the key that confirms it, which other work on
 * the machine does not lengthen, and the time until it was painted, which it does.
 */
interface Edit {
  readonly script: number;
  readonly paint: number;
}

async function main(): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'haushalt-bench-'));
  const server = spawn(process.execPath, [PROGRAM, 'serve', '--port', '0', '--data', data], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise<string>((resolve) =>
    server.stdout.on('data', (chunk: Buffer) => {
      const url = /http:\S+/.exec(chunk.toString())?.[0];
      if (url) resolve(url);
    }),
  );
  const browser = await chromium.launch(
    JSON.parse(readFileSync(new URL('../../scripts/chromium.json', import.meta.url), 'utf8')) as LaunchOptions,
  );
  try {
    const file = toPlanFile(drawPlan(LINES, MONTHS, SEED).document);
    const answer = await fetch(`${url}/api/plans/import?id=bench`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(file),
    });
    if (!answer.ok) throw new Error(await answer.text());
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, locale: 'en-IE' });
    await page.goto(`${url}/plans/bench/budget`);
    await page.getByRole('grid').waitFor();
    await instrument(page);
    const edits = await typeFigures(page);
    const frames = await scrollFrames(page);
    print([
      atMost('script of an edit, median', quantile(edits.map((edit) => edit.script), 0.5), 16, 'ms'),
      atMost('script of an edit, 95th percentile', quantile(edits.map((edit) => edit.script), 0.95), 50, 'ms'),
      atMost('edit to paint, median', quantile(edits.map((edit) => edit.paint), 0.5), 50, 'ms'),
      atMost('edit to paint, 95th percentile', quantile(edits.map((edit) => edit.paint), 0.95), 50, 'ms'),
      atMost('frame while scrolling, median', quantile(frames, 0.5), 17, 'ms'),
      atMost('frame while scrolling, 95th percentile', quantile(frames, 0.95), 50, 'ms'),
    ]); // prettier-ignore
  } finally {
    await browser.close();
    server.kill('SIGINT');
    rmSync(data, { recursive: true, force: true });
  }
}

/** Notes, for every Enter, when what it changed was painted, as the browser times it. */
async function instrument(page: Page): Promise<void> {
  await page.evaluate(() => {
    const paints: { at: number; paint: number }[] = [];
    Object.assign(window, { paints });
    window.addEventListener(
      'keydown',
      (event) => {
        // An event that is painted within 16 ms is not reported; that much counts for it.
        if (event.key === 'Enter') paints.push({ at: event.timeStamp, paint: 16 });
      },
      { capture: true },
    );
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const edit = paints.find(({ at }) => entry.name === 'keydown' && Math.abs(at - entry.startTime) < 0.5);
        if (edit) edit.paint = entry.duration;
      }
    }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit);
  });
}

/** The processor time the page's scripts have taken so far, in milliseconds. */
async function scriptTime(devtools: CDPSession): Promise<number> {
  const { metrics } = await devtools.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'ScriptDuration')!.value * 1000;
}

/** Types figures into lines all over the plan, each confirmed with Enter. */
async function typeFigures(page: Page): Promise<Edit[]> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Performance.enable', { timeDomain: 'threadTicks' });
  const scripts: number[] = [];
  const random = randomFrom(SEED);
  const grid = page.getByRole('grid');
  await grid.focus();
  for (let typed = 0; typed < EDITS + WARM_UP; typed++) {
    if (typed % 20 === 0) {
      await page.keyboard.press('Control+Home');
      for (let pages = random.below(4); pages > 0; pages--) await page.keyboard.press('PageDown');
    }
    while ((await page.locator('.grid-row.line.has-active').count()) === 0) await page.keyboard.press('ArrowDown');
    await page.keyboard.type(String(100 + random.below(900)));
    // What was typed has been painted before it is confirmed, as with a person.
    await page.waitForTimeout(KEY_PAUSE);
    const before = await scriptTime(devtools);
    await page.keyboard.press('Enter');
    scripts.push((await scriptTime(devtools)) - before);
    await page.waitForTimeout(KEY_PAUSE);
  }
  const paints = await page.evaluate(() => (window as unknown as { paints: { paint: number }[] }).paints);
  return scripts.map((script, index) => ({ script, paint: paints[index]!.paint })).slice(WARM_UP);
}

/** The lengths of the frames while the grid is scrolled down and up again. */
async function scrollFrames(page: Page): Promise<number[]> {
  return page.getByRole('grid').evaluate(
    (grid) =>
      new Promise<number[]>((resolve) => {
        const frames: number[] = [];
        let last = performance.now();
        let step = 0;
        const frame = (now: number) => {
          frames.push(now - last);
          last = now;
          grid.scrollTop += step++ < 90 ? 40 : -40;
          if (step < 180) requestAnimationFrame(frame);
          else resolve(frames.slice(2));
        };
        requestAnimationFrame(frame);
      }),
  );
}

/** The value at a share of a list in order: 0.5 is the median. */
function quantile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;
}

function print(rows: readonly Row[]): void {
  if (process.argv.includes('--json')) return console.log(JSON.stringify(rows, null, 2));
  for (const { name, measured, limit, unit, ok } of rows)
    console.log(`${ok ? 'ok  ' : 'SLOW'}  ${measured.toFixed(1)} ${unit} (limit ${limit})  ${name}`);
}

await main();
