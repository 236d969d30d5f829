import { messageFor } from '../../message.ts';
import { BLANK, truth, why, without, type Reader } from '../expression/evaluation.ts';
import { condition, family, figure, optional, type Evaluation } from './description.ts';

/** Functions of conditions. An empty condition does not hold; a problem in one is a problem of the whole. */
export const LOGIC = family('logic', [
  {
    name: 'if',
    summary: messageFor('function.if'),
    example: 'if(month = 3, 212, 0)',
    parameters: [condition('condition'), figure('then'), optional(figure('otherwise'))],
    evaluation: { kind: 'pointwise', reader: choice, quick: 'choice' },
    unit: (call) => call.agree((argument) => argument > 0),
  },
  {
    name: 'IFS',
    summary: messageFor('function.IFS'),
    example: 'IFS(month = 1, 100, month = 7, 200)',
    parameters: [condition('condition'), figure('then')],
    more: [condition('condition'), figure('then')],
    evaluation: { kind: 'pointwise', reader: choice },
    unit: (call) => call.agree((argument) => argument % 2 === 1),
  },
  {
    name: 'and',
    summary: messageFor('function.and'),
    example: 'if(and(month > 3, month < 10), 50)',
    parameters: [condition('condition')],
    more: [condition('condition')],
    evaluation: connective(true),
    unit: 'yesNo',
  },
  {
    name: 'or',
    summary: messageFor('function.or'),
    example: 'if(or(month = 1, month = 7), 50)',
    parameters: [condition('condition')],
    more: [condition('condition')],
    evaluation: connective(false),
    unit: 'yesNo',
  },
  {
    name: 'not',
    summary: messageFor('function.not'),
    example: 'if(not(month = 8), 30)',
    parameters: [condition('condition')],
    evaluation: {
      kind: 'pointwise',
      reader:
        ([given]) =>
        (index) => {
          const holds = truth(given!, index);
          return holds === undefined ? NaN : holds ? 0 : 1;
        },
    },
    unit: 'yesNo',
  },
  {
    name: 'IFERROR',
    summary: messageFor('function.IFERROR'),
    example: 'IFERROR(Rent / (period - 3), 0)',
    parameters: [figure('x'), figure('otherwise')],
    evaluation: {
      kind: 'pointwise',
      reader:
        ([x, otherwise]) =>
        (index) => {
          const value = x!(index);
          return value === value || why.code === BLANK ? value : otherwise!(index);
        },
    },
    unit: (call) => call.agree(),
  },
  {
    name: 'ISBLANK',
    summary: messageFor('function.ISBLANK'),
    example: 'if(ISBLANK(Rent), 100, Rent)',
    parameters: [figure('x')],
    evaluation: {
      kind: 'pointwise',
      reader:
        ([x]) =>
        (index) => {
          const value = x!(index);
          return value !== value && why.code === BLANK ? 1 : 0;
        },
    },
    unit: 'yesNo',
  },
]);

function choice(args: readonly Reader[]): Reader {
  return (index) => {
    let next = 0;
    for (; next + 1 < args.length; next += 2) {
      const holds = truth(args[next]!, index);
      if (holds === undefined) return NaN;
      if (holds) return args[next + 1]!(index);
    }
    return next < args.length ? args[next]!(index) : without(BLANK);
  };
}

function connective(all: boolean): Evaluation {
  const reader =
    (conditions: readonly Reader[]): Reader =>
    (index) => {
      for (const each of conditions) {
        const holds = truth(each, index);
        if (holds === undefined) return NaN;
        if (holds !== all) return all ? 0 : 1;
      }
      return all ? 1 : 0;
    };
  return { kind: 'pointwise', reader };
}
