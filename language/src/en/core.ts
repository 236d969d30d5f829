import amount from './core/amount.ts';
import calculator from './core/calculator.ts';
import change from './core/change.ts';
import command from './core/command.ts';
import comparison from './core/comparison.ts';
import document from './core/document.ts';
import explanation from './core/explanation.ts';
import figure from './core/figure.ts';
import finance from './core/finance.ts';
import finding from './core/finding.ts';
import formula from './core/formula.ts';
import functions from './core/function.ts';
import graph from './core/graph.ts';
import list from './core/list.ts';
import pattern from './core/pattern.ts';
import planFile from './core/planFile.ts';
import schema from './core/schema.ts';
import uncertainty from './core/uncertainty.ts';

/** The English texts of one package: core. */
export default {
  ...amount,
  ...calculator,
  ...change,
  ...command,
  ...comparison,
  ...document,
  ...explanation,
  ...figure,
  ...finance,
  ...finding,
  ...formula,
  ...functions,
  ...graph,
  ...list,
  ...pattern,
  ...planFile,
  ...schema,
  ...uncertainty,
};
