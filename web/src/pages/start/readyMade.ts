import type { Frequency, Side } from '@haushalt/core';
import type { Language } from '@haushalt/language';

/** Describes how often a line of a ready-made plan comes. */
export type Comes = 'monthly' | 'quarterly' | 'yearly';

export interface ReadyLine {
  readonly name: string;
  readonly comes: Comes;
  /** True when most people need it. */
  readonly usual: boolean;
}

export interface ReadyGroup {
  readonly name: string;
  readonly side: Side;
  readonly rhythm: Frequency | null;
  readonly lines: readonly ReadyLine[];
}

export interface ReadyMade {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly planName: string;
  readonly months: number;
  readonly groups: readonly ReadyGroup[];
}

/** A line in short: its name; `?` at the end for one not everybody needs, `/4` and `/1` for quarterly and yearly ones. */
function line(text: string): ReadyLine {
  const usual = !text.endsWith('?');
  const body = usual ? text : text.slice(0, -1);
  const comes = body.endsWith('/4') ? 'quarterly' : body.endsWith('/1') ? 'yearly' : 'monthly';
  return { name: body.replace(/\/[14]$/, ''), comes, usual };
}

function group(name: string, side: Side, rhythm: Frequency | null, ...lines: readonly string[]): ReadyGroup {
  return { name, side, rhythm, lines: lines.map(line) };
}

const IN_ENGLISH: readonly ReadyMade[] = [
  {
    id: 'empty',
    name: 'Empty plan',
    about: 'The usual groups without lines. You add the lines yourself.',
    planName: 'My plan',
    months: 12,
    groups: [
      group('Income', 'income', null),
      group('Fixed costs', 'expense', 'fixed'),
      group('Now and then', 'expense', 'periodic'),
      group('Day to day', 'expense', 'dayToDay'),
      group('Set aside', 'setAside', null),
    ],
  },
  {
    id: 'single',
    name: 'One person',
    about: 'Income, rent, contracts and personal spending.',
    planName: 'My household',
    months: 12,
    groups: [
      group('Income', 'income', null, 'Net pay', 'Side earnings?', 'Interest and dividends/4?', 'Tax refund/1?'),
      group('Home', 'expense', 'fixed', 'Rent', 'Heating', 'Power', 'Internet', 'Phone', 'Broadcasting fee/4?'),
      group('Contracts', 'expense', 'periodic', 'Liability insurance/1', 'Household insurance/1?', 'Club membership/1?'),
      group('Everyday', 'expense', 'dayToDay', 'Groceries', 'Getting around', 'Clothes', 'Eating out', 'Leisure', 'Health?'),
      group('Set aside', 'setAside', null, 'Rainy days', 'Holiday?', 'Retirement?'),
    ],
  },
  {
    id: 'family',
    name: 'A family',
    about: 'Two incomes, children, a home, and yearly costs.',
    planName: 'Our household',
    months: 24,
    groups: [
      group('Income', 'income', null, 'Net pay, first', 'Net pay, second', 'Child benefit', 'Other income?'),
      group('Home', 'expense', 'fixed', 'Rent or mortgage', 'Heating', 'Power', 'Water?', 'Internet and phones', 'Nursery or school'),
      group('Now and then', 'expense', 'periodic', 'Insurances/1', 'Car: tax and insurance/1?', 'Repairs/4', 'Birthdays and gifts/4', 'Holiday/1', 'School trips/1?'),
      group('Everyday', 'expense', 'dayToDay', 'Food', 'Household goods', 'Getting around', 'Clothes', 'Children: pocket money and hobbies', 'Outings', 'Pharmacy?'),
      group('Set aside', 'setAside', null, 'Cushion', 'For the children', 'Bigger purchases?'),
    ],
  },
  {
    id: 'flat',
    name: 'A shared flat',
    about: 'Shares of all residents; rent, power and shared shopping.',
    planName: 'Our flat',
    months: 12,
    groups: [
      group('Paid in', 'income', null, 'Share of the first room', 'Share of the second room', 'Share of the third room', 'Share of the fourth room?'),
      group('The flat', 'expense', 'fixed', 'Rent', 'Heating and water', 'Power', 'Internet', 'Broadcasting fee/4?'),
      group('Now and then', 'expense', 'periodic', 'Repairs/4', 'Furniture and pans/4?', 'Household insurance/1?'),
      group('Shared shopping', 'expense', 'dayToDay', 'Basics for the kitchen', 'Cleaning things', 'Coffee?'),
      group('Set aside', 'setAside', null, 'Flat kitty'),
    ],
  },
  {
    id: 'club',
    name: 'A club',
    about: 'Fees and donations, a hall, material and events.',
    planName: 'Our club',
    months: 12,
    groups: [
      group('Income', 'income', null, 'Membership fees/1', 'Course fees', 'Donations/4', 'Event takings/1', 'Grant/1?'),
      group('Running costs', 'expense', 'fixed', 'Hall rent', 'Coaches', 'Insurance/1', 'Bank charges', 'Website?'),
      group('Material and events', 'expense', 'periodic', 'Material/4', 'Summer event/1', 'Travel to matches/4?', 'Dues to the federation/1'),
      group('Set aside', 'setAside', null, 'Reserve', 'New equipment?'),
      group('Worth knowing', 'memo', null, 'Members', 'Course places taken?'),
    ],
  },
  {
    id: 'project',
    name: 'A small project',
    about: 'A stall, a tool, a festival: start-up costs, running costs and revenue.',
    planName: 'Our project',
    months: 12,
    groups: [
      group('Takings', 'income', null, 'Sales', 'Subsidy?', 'Sponsors?'),
      group('To begin with', 'expense', 'periodic', 'Equipment/1', 'Permits/1', 'First stock/1?'),
      group('Running costs', 'expense', 'fixed', 'Material', 'Stall or room', 'Transport', 'Helpers?', 'Advertising?'),
      group('Set aside', 'setAside', null, 'Reserve?'),
      group('Worth knowing', 'memo', null, 'Units sold', 'Units made?'),
    ],
  },
]; // prettier-ignore

const IN_GERMAN: readonly ReadyMade[] = [
  {
    id: 'empty',
    name: 'Leerer Plan',
    about: 'Die üblichen Gruppen ohne Positionen. Die Positionen fügen Sie selbst hinzu.',
    planName: 'Mein Plan',
    months: 12,
    groups: [
      group('Einnahmen', 'income', null),
      group('Fixkosten', 'expense', 'fixed'),
      group('Hin und wieder', 'expense', 'periodic'),
      group('Laufende Kosten', 'expense', 'dayToDay'),
      group('Rücklagen', 'setAside', null),
    ],
  },
  {
    id: 'single',
    name: 'Eine Person',
    about: 'Einkommen, Miete, Verträge und persönliche Ausgaben.',
    planName: 'Mein Haushalt',
    months: 12,
    groups: [
      group('Einnahmen', 'income', null, 'Nettogehalt', 'Nebenverdienst?', 'Zinsen und Dividenden/4?', 'Steuererstattung/1?'),
      group('Wohnen', 'expense', 'fixed', 'Miete', 'Heizung', 'Strom', 'Internet', 'Telefon', 'Rundfunkbeitrag/4?'),
      group('Verträge', 'expense', 'periodic', 'Haftpflichtversicherung/1', 'Hausratversicherung/1?', 'Vereinsbeitrag/1?'),
      group('Alltag', 'expense', 'dayToDay', 'Lebensmittel', 'Fahrtkosten', 'Kleidung', 'Auswärts essen', 'Freizeit', 'Gesundheit?'),
      group('Rücklagen', 'setAside', null, 'Notgroschen', 'Urlaub?', 'Altersvorsorge?'),
    ],
  },
  {
    id: 'family',
    name: 'Eine Familie',
    about: 'Zwei Einkommen, Kinder, eine Wohnung und jährliche Kosten.',
    planName: 'Unser Haushalt',
    months: 24,
    groups: [
      group('Einnahmen', 'income', null, 'Erstes Nettogehalt', 'Zweites Nettogehalt', 'Kindergeld', 'Sonstige Einnahmen?'),
      group('Wohnen', 'expense', 'fixed', 'Miete oder Kreditrate', 'Heizung', 'Strom', 'Wasser?', 'Internet und Telefone', 'Kita oder Schule'),
      group('Hin und wieder', 'expense', 'periodic', 'Versicherungen/1', 'Auto: Steuer und Versicherung/1?', 'Reparaturen/4', 'Geburtstage und Geschenke/4', 'Urlaub/1', 'Klassenfahrten/1?'),
      group('Alltag', 'expense', 'dayToDay', 'Lebensmittel', 'Haushaltswaren', 'Fahrtkosten', 'Kleidung', 'Kinder: Taschengeld und Hobbys', 'Ausflüge', 'Apotheke?'),
      group('Rücklagen', 'setAside', null, 'Reserve', 'Für die Kinder', 'Größere Anschaffungen?'),
    ],
  },
  {
    id: 'flat',
    name: 'Eine Wohngemeinschaft',
    about: 'Anteile aller Bewohner; Miete, Strom und gemeinsame Einkäufe.',
    planName: 'Unsere Wohnung',
    months: 12,
    groups: [
      group('Einzahlungen', 'income', null, 'Anteil des ersten Zimmers', 'Anteil des zweiten Zimmers', 'Anteil des dritten Zimmers', 'Anteil des vierten Zimmers?'),
      group('Die Wohnung', 'expense', 'fixed', 'Miete', 'Heizung und Wasser', 'Strom', 'Internet', 'Rundfunkbeitrag/4?'),
      group('Hin und wieder', 'expense', 'periodic', 'Reparaturen/4', 'Möbel und Töpfe/4?', 'Hausratversicherung/1?'),
      group('Gemeinsame Einkäufe', 'expense', 'dayToDay', 'Grundvorrat der Küche', 'Putzmittel', 'Kaffee?'),
      group('Rücklagen', 'setAside', null, 'Gemeinschaftskasse'),
    ],
  },
  {
    id: 'club',
    name: 'Ein Verein',
    about: 'Beiträge und Spenden, eine Halle, Material und Veranstaltungen.',
    planName: 'Unser Verein',
    months: 12,
    groups: [
      group('Einnahmen', 'income', null, 'Mitgliedsbeiträge/1', 'Kursgebühren', 'Spenden/4', 'Einnahmen aus Veranstaltungen/1', 'Zuschuss/1?'),
      group('Laufender Betrieb', 'expense', 'fixed', 'Hallenmiete', 'Trainer', 'Versicherung/1', 'Kontoführung', 'Website?'),
      group('Material und Veranstaltungen', 'expense', 'periodic', 'Material/4', 'Sommerfest/1', 'Fahrten zu Spielen/4?', 'Verbandsbeitrag/1'),
      group('Rücklagen', 'setAside', null, 'Reserve', 'Neue Geräte?'),
      group('Nachrichtlich', 'memo', null, 'Mitglieder', 'Belegte Kursplätze?'),
    ],
  },
  {
    id: 'project',
    name: 'Ein kleines Vorhaben',
    about: 'Ein Stand, ein Werkzeug, ein Fest: Anfangskosten, laufende Kosten und Umsatz.',
    planName: 'Unser Vorhaben',
    months: 12,
    groups: [
      group('Umsatz', 'income', null, 'Verkauf', 'Förderung?', 'Sponsoren?'),
      group('Zum Anfang', 'expense', 'periodic', 'Ausstattung/1', 'Genehmigungen/1', 'Erster Warenbestand/1?'),
      group('Laufende Kosten', 'expense', 'fixed', 'Material', 'Stand oder Raum', 'Transport', 'Helfer?', 'Werbung?'),
      group('Rücklagen', 'setAside', null, 'Reserve?'),
      group('Nachrichtlich', 'memo', null, 'Verkaufte Stück', 'Hergestellte Stück?'),
    ],
  },
]; // prettier-ignore

/** Plans to start from, in each language. Their figures are for whoever starts to fill in. */
export const READY_MADE: Readonly<Record<Language, readonly ReadyMade[]>> = { en: IN_ENGLISH, de: IN_GERMAN };
