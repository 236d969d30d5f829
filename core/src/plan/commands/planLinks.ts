import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { calendarOf, planOf } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { refuseLocked } from '../document/locks.ts';
import { refused } from '../schema/refusal.ts';
import { stepId, type FeedRow } from '../schema/tables.ts';
import { messageFor } from '../../message.ts';
import { command } from './command.ts';
import { all, figureRef, figure, id, list, month, orNull, text } from './fields.ts';
import { existing } from './guards.ts';
import { exceptionsOf, stepsOf } from './ruleSteps.ts';

/** Lines that follow a figure of another plan, month by month. The server brings new figures as that plan changes. */
export const feedCommands = {
  /** Lets a line follow a figure of another plan, in place of what it said; the figures arrive with `line.fed`. */
  'line.follow': command({
    fields: { line: id, plan: id, of: figureRef, source: text(200, 1), by: id },
    label: ({ line, source }, words) => messageFor('change.line.follow', { line: words.name(line), source }),
    decide(draft, { line: lineId, plan, of, source, by }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      if (plan === planOf(draft.document).id) throw refused('invalid', messageFor('command.linkToOwnPlan'), 'plan');
      if (draft.get('feeds', lineId)) draft.delete('feeds', lineId);
      refuseLocked(draft, line, null, null);
      for (const step of stepsOf(draft, lineId)) draft.delete('ruleSteps', step.id);
      for (const exception of exceptionsOf(draft, lineId)) draft.delete('exceptions', exception.id);
      draft.set('feeds', { id: lineId, line: lineId, plan, of, source, by, lost: false });
    },
  }),

  /** Brings a line the figures it follows; months that are not named are empty. */
  'line.fed': command({
    fields: {
      line: id,
      source: text(200, 1),
      figures: list(all({ month, amount: orNull(figure) }), 0, MAX_MONTHS),
    },
    label: ({ line, source }, words) => messageFor('change.line.fed', { line: words.name(line), source }),
    decide(draft, { line, source, figures }) {
      const feed = feedOf(draft, line);
      const amounts = new Map(figures.map((each) => [each.month, each.amount]));
      const wanted = new Map<string, number | null>();
      let last: number | null = null;
      for (const [index, each] of calendarOf(draft.document).months.entries()) {
        const amount = amounts.get(each) ?? null;
        if (index === 0 || amount !== last) wanted.set(stepId(line, index === 0 ? null : each), amount);
        last = amount;
        if (index === 0 || wanted.has(stepId(line, each)))
          draft.set('ruleSteps', { id: stepId(line, index === 0 ? null : each), line, from: index === 0 ? null : each, amount, formula: null }); // prettier-ignore
      }
      for (const step of stepsOf(draft, line)) if (!wanted.has(step.id)) draft.delete('ruleSteps', step.id);
      draft.set('feeds', { ...feed, source, lost: false });
    },
  }),

  /** Says that what a line follows is deleted or not shown any more; the last figures stay. */
  'line.feedLost': command({
    fields: { line: id },
    label: ({ line }, words) => messageFor('change.line.feedLost', { line: words.name(line) }),
    decide(draft, { line }) {
      draft.set('feeds', { ...feedOf(draft, line), lost: true });
    },
  }),

  /** Lets a line stop following; its last figures stay as its own. */
  'line.unfollow': command({
    fields: { line: id },
    label: ({ line }, words) => messageFor('change.line.unfollow', { line: words.name(line) }),
    decide(draft, { line }) {
      feedOf(draft, line);
      draft.delete('feeds', line);
    },
  }),
};

/** Commands that the server gives by itself, as other plans change: they are nobody's to undo. */
export const GIVEN_BY_SERVER: ReadonlySet<string> = new Set(['line.fed', 'line.feedLost']);

function feedOf(draft: Draft, line: string): FeedRow {
  const feed = draft.get('feeds', line);
  if (!feed) throw refused('gone', messageFor('command.notLinked'));
  return feed;
}
