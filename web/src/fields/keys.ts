import type { KeyWords } from '../ui/keys.ts';
import { messages } from '../messages/fields.ts';

/** The keys of the fields calculators are given their terms in. */
export const FIELD_KEYS: readonly KeyWords[] = [
  { shown: messages.enterEscInAField, words: messages.takeWhatWasTypedLeave },
  { shown: messages.lettersOrInAField, words: messages.aFormulaWithNamesTo },
  { shown: messages.inAField, words: messages.aLittleMoreALittle },
  { shown: messages.onASlider, words: messages.tryValuesAllPagesFollow },
];
