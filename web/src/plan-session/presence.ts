import { newId } from './api.ts';
import { peopleApi } from './peopleApi.ts';

/** States what this page of the browser calls itself to the server. */
export const TAB = newId();

/** Where someone is in a plan: the page, and the row and column of the cell they have selected. */
export interface Place {
  readonly page: string;
  readonly row: string;
  readonly column: string;
}

/** States how long someone may go on before it is told where they have come to, in milliseconds. */
const TELL_AFTER = 250;

/** Where this page of the browser is, told to the others who have the plan open; while there are none, to nobody. */
export class Presence {
  private readonly tell: (planId: string, place: Place) => Promise<unknown>;
  private planId = '';
  private page = { page: '', row: '' };
  private selected = { row: '', column: '' };
  private isTogether = false;
  private told = '';
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(tell: (planId: string, place: Place) => Promise<unknown>) {
    this.tell = tell;
  }

  /** The page, and the row its address names. */
  onPage(planId: string, page: string, row: string): void {
    this.planId = planId;
    this.page = { page, row };
    this.soon();
  }

  /** The selected cell of the page's grid; empty where there is none. */
  isAt(row: string, column: string): void {
    this.selected = { row, column };
    this.soon();
  }

  /** Takes note whether anyone else is there. */
  together(isTogether: boolean): void {
    this.isTogether = isTogether;
    this.anew();
  }

  /** Tells it again: a server that has lost the connection has let go of where this page was. */
  anew(): void {
    this.told = '';
    this.soon();
  }

  private soon(): void {
    if (!this.isTogether) return;
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      const place: Place = this.selected.row === '' ? { ...this.page, column: '' } : { ...this.page, ...this.selected };
      const text = JSON.stringify([this.planId, place]);
      if (!this.isTogether || text === this.told) return;
      this.told = text;
      // Where one is matters to the others alone; that it could not be said, to nobody.
      this.tell(this.planId, place).catch(() => {});
    }, TELL_AFTER);
  }
}

/** Where this page is. */
export const presence = new Presence((planId, place) => peopleApi.here(planId, TAB, place));
