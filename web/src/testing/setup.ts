import { speak } from '../language/language.ts';

// Pages are tested in English.
await speak('en');
