import { messageFor } from '../../message.ts';
import { labelOf } from '../../plan/document/naming.ts';
import type { Check } from './finding.ts';

/** Lines that follow a plan which is deleted or not shown any more: their last figures stay, and change no more. */
export const lostFeeds: Check = ({ document }) =>
  [...document.feeds.values()]
    .filter(({ lost }) => lost)
    .map(({ line, source }) => ({
      place: { id: line, month: null },
      message: messageFor('finding.linkLost', { line: labelOf(document, line) ?? line, source }),
      fix: { words: messageFor('finding.linkLost.fix'), command: { kind: 'line.unfollow', line } },
    }));
