import { functionOf, isRead, parameterAt, spanOf, type Call, type Expression, type Span } from '@haushalt/core';
import { all, valueAt, call as invoke, number, operation, negate, type SheetFormula } from '../formula.ts';
import { emptyWithAll, emptyWithAny, emptyAs, unlessEmpty, type Emptiness } from './emptiness.ts';
import { translationOf } from './functions.ts';
import { NotTranslatable, type FormulaScope, type ExpressionWriter } from './formulaScope.ts';

/**
 * Says rules as formulas of a workbook: what a rule gives in one month, or for one item. Empty months are the point where
 * the two differ: a workbook counts an empty cell as nothing, a rule mostly gives nothing then. So there are two walks: one
 * for the figure, with 0 for what is empty, and one for whether there is any.
 */
export class Translator implements ExpressionWriter {
  readonly scope: FormulaScope;

  constructor(scope: FormulaScope) {
    this.scope = scope;
  }

  /** The formula of a cell; `null` for a cell that is always empty. Throws `NotTranslatable`. */
  whole(expression: Expression, place: number): SheetFormula | null {
    const empty = this.empty(expression, place);
    if (empty === true) return null;
    const value = this.value(expression, place);
    return unlessEmpty(empty, isCondition(expression) ? invoke('N', value) : value);
  }

  /** A figure that can be reckoned with: a condition counts 1 or 0, what is empty 0. */
  figure(expression: Expression, place: number): SheetFormula {
    if (isCondition(expression)) return invoke('N', this.value(expression, place));
    const empty = isWrongWhenEmpty(expression) ? this.empty(expression, place) : false;
    if (empty === true) return number(0);
    const value = this.value(expression, place);
    return empty === false ? value : emptyAs(empty, number(0), value);
  }

  /** A condition: whatever is not 0 holds. */
  condition(expression: Expression, place: number): SheetFormula {
    if (isCondition(expression)) return this.value(expression, place);
    return operation(this.figure(expression, place), '<>', number(0));
  }

  /** Returns what an expression gives where it is not empty; a condition stays one. */
  value(expression: Expression, place: number): SheetFormula {
    switch (expression.kind) {
      case 'number':
        return number(expression.value);
      case 'date':
        return number(this.scope.placeOf(expression.month) + 1);
      case 'word':
        return this.scope.word(expression.word, place);
      case 'ref':
        return this.scope.sourceOf(expression.id, place)?.value ?? number(0);
      case 'percent':
        return expression.operand.kind === 'number'
          ? { kind: 'percent', operand: number(expression.operand.value) }
          : operation(this.figure(expression.operand, place), '/', number(100));
      case 'negate':
        return negate(this.figure(expression.operand, place));
      case 'binary':
        return operation(
          this.figure(expression.left, place),
          expression.operator,
          this.figure(expression.right, place),
        );
      case 'call':
        return translationOf(expression.name).value(this, expression, place);
      case 'name':
      case 'option':
        throw new NotTranslatable('');
    }
  }

  /** Returns whether an expression gives nothing. */
  empty(expression: Expression, place: number): Emptiness {
    switch (expression.kind) {
      case 'ref':
        return this.scope.sourceOf(expression.id, place)?.empty ?? true;
      case 'percent':
      case 'negate':
        return this.empty(expression.operand, place);
      case 'binary': {
        const { operator, left, right } = expression;
        if (operator === '+' || operator === '-')
          return emptyWithAll([this.empty(left, place), this.empty(right, place)]);
        if (operator === '*' || operator === '^')
          return emptyWithAny([this.empty(left, place), this.empty(right, place)]);
        // Dividing by what is empty is a problem here and there.
        return operator === '/' ? this.empty(left, place) : false;
      }
      case 'call': {
        const { empty } = translationOf(expression.name);
        return empty ? empty(this, expression, place) : emptyWithAny(this.emptyArgs(expression, place));
      }
      default:
        return false;
    }
  }

  /** Returns whether each figure a call is given is empty; words that say how it works are none. */
  emptyArgs(call: Call, place: number): Emptiness[] {
    const description = functionOf(call);
    return call.args
      .filter((arg, index) => isRead(parameterAt(description, index), arg))
      .map((arg) => this.empty(arg, place));
  }

  /** Returns what a function is given that passes over what is empty: cells as they are, nothing for what is always empty. */
  passingOver(args: readonly Expression[], place: number): SheetFormula[] {
    return args.flatMap((arg): SheetFormula[] => {
      const empty = this.empty(arg, place);
      if (empty === true) return [];
      if (empty === false) return [this.figure(arg, place)];
      const own = arg.kind === 'ref' ? (this.scope.sourceOf(arg.id, place)?.key ?? null) : null;
      return [valueAt(own ?? this.scope.aside(arg, place, false))];
    });
  }

  /** The cells that hold an expression's figures in some places; `filled` for those with 0 where there is none. */
  cells(expression: Expression, from: number, to: number, filled = false): SheetFormula {
    const keys: string[] = [];
    for (let place = from; place < to; place++) {
      const own = expression.kind === 'ref' && !filled ? this.scope.sourceOf(expression.id, place) : undefined;
      // What is never there needs no cell.
      if (own === null) continue;
      keys.push(own?.key ?? this.scope.aside(expression, place, filled));
    }
    return all(keys);
  }

  /** The figures of all places as one range, for functions that take no more than one. */
  range(expression: Expression, filled = false): SheetFormula {
    const { scope } = this;
    if (scope.isOneRange && !filled) return this.cells(expression, 0, scope.count);
    return all(Array.from({ length: scope.count }, (_, place) => scope.aside(expression, place, filled)));
  }

  /** Returns whether an expression is empty in all of some places. */
  emptyThroughout(expression: Expression, from: number, to: number): Emptiness {
    let isSometimes = false;
    for (let place = from; place < to; place++) {
      const empty = this.empty(expression, place);
      if (empty === false) return false;
      if (empty !== true) isSometimes = true;
    }
    if (!isSometimes) return true;
    const cells = this.cells(expression, from, to);
    const count = invoke('COUNT', cells);
    // COUNT passes over a problem, which is not nothing: added up, it stays one.
    const isTroubled = Array.from({ length: to - from }, (_, index) => from + index).some((place) => this.scope.hasProblem(expression, place)); // prettier-ignore
    const counted = isTroubled ? operation(count, '+', operation(number(0), '*', invoke('SUM', cells))) : count;
    return operation(counted, '=', number(0));
  }

  /** The places a word at the end of a call means: `running(x, year)`. */
  monthRange(call: Call, place: number): { readonly from: number; readonly to: number } {
    const span: Span = spanOf(call.args[1]);
    return this.scope.rangeAround(place, span);
  }

  /** The number an expression always gives; throws when it has to be computed. */
  constant(expression: Expression, words: string): number {
    if (expression.kind === 'number') return expression.value;
    if (expression.kind === 'date') return this.scope.placeOf(expression.month) + 1;
    if (expression.kind === 'negate') return -this.constant(expression.operand, words);
    throw new NotTranslatable(words);
  }
}

/** Returns whether what is said for an expression is something else than 0 where it is empty. */
function isWrongWhenEmpty(expression: Expression): boolean {
  return expression.kind === 'call' || (expression.kind === 'binary' && '^/'.includes(expression.operator));
}

/** Returns whether an expression is a condition, which a workbook tells from a figure. */
export function isCondition(expression: Expression): boolean {
  if (expression.kind === 'binary') return ['=', '<>', '<', '<=', '>', '>='].includes(expression.operator);
  return expression.kind === 'call' && (translationOf(expression.name).isCondition ?? false);
}
