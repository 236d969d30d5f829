import { english } from './english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findingsOf } from '../analysis/checks/checks.ts';
import { Model } from '../engine/model.ts';
import { valueOver } from '../engine/over.ts';
import { explainFigure } from '../engine/explanation.ts';
import { Snapshot } from '../engine/snapshot.ts';
import { calculate, problemsOf } from '../engine/results.ts';
import { decide, describeCommand } from '../plan/commands/decide.ts';
import { applyChanges, differenceBetween, invert, type Change, type Document } from '../plan/document/document.ts';
import { parsePlan } from '../plan/file/file.ts';
import { nameOf } from '../plan/document/naming.ts';
import { rollUpOf } from '../plan/document/rollUps.ts';
import { decideChanges } from '../plan/commands/undo.ts';
import { toPlanFile } from '../plan/file/writeFile.ts';
import { allFigures, allListFigures } from './figures.ts';
import { commandFor, draws, startingPlan, type Draw } from './random.ts';
import { runs } from './setup.ts';

const MANY = fc.array(draws, { minLength: 1, maxLength: 24 });

/** Carries out one command after the other; `taken` sees each that was taken, with the plan before and after it. */
function carryOut(
  list: readonly Draw[],
  taken: (changes: readonly Change[], before: Document, after: Document) => void,
): Document {
  let document = startingPlan();
  list.forEach((draw, nth) => {
    const command = commandFor(document, draw, nth);
    const decision = command && decide(document, command);
    if (!decision) return;
    if (!decision.ok) return expect(english(decision.refusal.message)).toMatch(/\S/);
    expect(english(describeCommand(command, document))).not.toContain('undefined');
    const after = applyChanges(document, decision.changes);
    taken(decision.changes, document, after);
    document = after;
  });
  return document;
}

/** A plan as its file has it, without the ids, which may be made up again. */
const fileOf = (document: Document) => JSON.stringify(toPlanFile(document));

describe('whatever commands are taken', () => {
  it('figures recalculated step by step are those computed anew', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const model = new Model(startingPlan());
        carryOut(list, (changes, _before, after) => {
          const old = allFigures(model);
          const changed = new Set(model.update(after, changes).map(({ id }) => id));
          const now = allFigures(model);
          const anew = new Model(after);
          expect(now).toEqual(allFigures(anew));
          expect(allListFigures(model)).toEqual(allListFigures(anew));
          // What changed is reported, and what is reported as a change of existing figures did change.
          const differ = (id: string) => JSON.stringify(old[id]) !== JSON.stringify(now[id]);
          for (const id of Object.keys(now))
            if (old[id] !== undefined) expect(`${id} ${changed.has(id)}`).toBe(`${id} ${differ(id)}`);
        });
      }),
      runs(20),
    );
  }, 120_000);

  it('the plan can be shown, checked and explained', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const model = new Model(carryOut(list, () => {}));
        const problems = problemsOf(model);
        for (const { message } of [...problems, ...findingsOf(model)]) expect(english(message)).toMatch(/^\S.*\S$/su);
        for (const id of model.ids()) {
          const { name, problem, value } = explainFigure(model, id, model.calendar.count - 1);
          expect(english(name)).not.toBe('');
          if (value !== null) expect(english(problem)).toBeNull();
        }
      }),
      runs(20),
    );
  }, 120_000);

  it('a snapshot has the figures of its plan, shares those that stay the same, and never changes', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const first = startingPlan();
        const kept: { snapshot: Snapshot; figures: Record<string, unknown>; lists: Record<string, unknown> }[] = [];
        let snapshot = Snapshot.of(new Model(first));
        carryOut(list, (changes) => {
          kept.push({ snapshot, figures: allFigures(snapshot), lists: allListFigures(snapshot) });
          const next = snapshot.after(applyChanges(snapshot.document, changes), changes);
          const moved = new Set(next.changed.map(({ id }) => id));
          for (const id of next.snapshot.ids()) {
            const isSame = next.snapshot.seriesOf(id) === snapshot.seriesOf(id);
            const [before, now] = [snapshot.document, next.snapshot.document].map((each) => each.lines.has(id) ? rollUpOf(each, id) : null); // prettier-ignore
            if (!isSame) expect(moved.has(id) || now === 'quotient' || now !== before).toBe(true);
            // What is the same object is not drawn again: it has to come to the same over the months together, too.
            else if (next.snapshot.document.lines.get(id) === snapshot.document.lines.get(id)) {
              expect(moved.has(id)).toBe(false);
              const all = { from: 0, to: snapshot.calendar.count };
              expect([id, valueOver(next.snapshot, id, all)]).toEqual([id, valueOver(snapshot, id, all)]);
            }
          }
          snapshot = next.snapshot;
        });
        const anew = Snapshot.of(new Model(snapshot.document));
        expect(allFigures(snapshot)).toEqual(allFigures(anew));
        expect(allListFigures(snapshot)).toEqual(allListFigures(anew));
        for (const { snapshot: earlier, figures, lists } of kept) {
          expect(allFigures(earlier)).toEqual(figures);
          expect(allListFigures(earlier)).toEqual(lists);
        }
      }),
      runs(20),
    );
  }, 120_000);

  it('each mend a check offers can be made', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const document = carryOut(list, () => {});
        for (const { fix } of findingsOf(new Model(document))) {
          if (!fix) continue;
          const decision = decide(document, fix.command);
          if (!decision.ok) expect(['locked', 'used']).toContain(decision.refusal.code);
        }
      }),
      runs(20),
    );
  }, 120_000);

  it('the plan file is read again, as the same plan with the same figures', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const document = carryOut(list, () => {});
        const file = fileOf(document);
        const again = parsePlan(JSON.parse(file));
        expect(fileOf(again)).toBe(file);
        const [before, after] = [calculate(document), calculate(again)];
        for (const id of document.lines.keys()) {
          const [a, b] = [before, after].map((results) => results.figures(nameOf(document, id)!));
          // Sums go by ids, which a file may leave out, so that the last digit may differ.
          a!.forEach((figure, index) => {
            if (figure === null || b![index] === null) expect(b![index]).toBe(figure);
            else expect(Math.abs(b![index]! - figure)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(figure)));
          });
        }
      }),
      runs(20),
    );
  }, 120_000);

  it('taking them back in turn leaves everything as it was', () => {
    fc.assert(
      fc.property(MANY, (list) => {
        const done: (readonly Change[])[] = [];
        let document = carryOut(list, (changes) => done.push(changes));
        for (const changes of done.reverse()) {
          const decision = decideChanges(document, invert(changes));
          if (!decision.ok) throw new Error(english(decision.refusal.message));
          document = applyChanges(document, decision.changes);
        }
        expect(differenceBetween(document, startingPlan())).toEqual([]);
      }),
      runs(20),
    );
  }, 120_000);

  it('taking one back out of turn is refused, or leaves a plan that can be shown and read again', () => {
    fc.assert(
      fc.property(MANY, fc.array(fc.nat(), { maxLength: 12 }), (list, order) => {
        const done: (readonly Change[])[] = [];
        let document = carryOut(list, (changes) => done.push(changes));
        for (const pick of order) {
          const [changes] = done.splice(pick % Math.max(1, done.length), 1);
          if (!changes) break;
          const decision = decideChanges(document, invert(changes));
          if (!decision.ok) continue;
          document = applyChanges(document, decision.changes);
          const again = parsePlan(JSON.parse(fileOf(document)));
          expect(fileOf(again)).toBe(fileOf(document));
          new Model(document);
        }
      }),
      runs(20),
    );
  }, 120_000);
});
