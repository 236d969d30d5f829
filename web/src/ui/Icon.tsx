import pages from 'bootstrap-icons/icons/list.svg';
import calendar from 'bootstrap-icons/icons/calendar3.svg';
import alarm from 'bootstrap-icons/icons/exclamation-triangle.svg';
import caution from 'bootstrap-icons/icons/exclamation-circle.svg';
import loans from 'bootstrap-icons/icons/cash-stack.svg';
import savings from 'bootstrap-icons/icons/safe.svg';
import tax from 'bootstrap-icons/icons/percent.svg';
import breakEven from 'bootstrap-icons/icons/bullseye.svg';
import spending from 'bootstrap-icons/icons/receipt.svg';
import chart from 'bootstrap-icons/icons/bar-chart.svg';
import checks from 'bootstrap-icons/icons/clipboard-check.svg';
import question from 'bootstrap-icons/icons/signpost-split.svg';
import overview from 'bootstrap-icons/icons/house-heart.svg';
import chevronUp from 'bootstrap-icons/icons/chevron-up.svg';
import columns from 'bootstrap-icons/icons/layout-three-columns.svg';
import eraser from 'bootstrap-icons/icons/eraser.svg';
import eyeglasses from 'bootstrap-icons/icons/eyeglasses.svg';
import funnel from 'bootstrap-icons/icons/funnel.svg';
import good from 'bootstrap-icons/icons/check2-circle.svg';
import hourglass from 'bootstrap-icons/icons/hourglass-split.svg';
import lock from 'bootstrap-icons/icons/lock.svg';
import note from 'bootstrap-icons/icons/sticky.svg';
import plusMinus from 'bootstrap-icons/icons/plus-slash-minus.svg';
import printer from 'bootstrap-icons/icons/printer.svg';
import rulers from 'bootstrap-icons/icons/bar-chart-steps.svg';
import scissors from 'bootstrap-icons/icons/scissors.svg';
import sort from 'bootstrap-icons/icons/sort-down.svg';
import split from 'bootstrap-icons/icons/pie-chart.svg';
import arrowClockwise from 'bootstrap-icons/icons/arrow-clockwise.svg';
import arrowCounterclockwise from 'bootstrap-icons/icons/arrow-counterclockwise.svg';
import arrowDownLeft from 'bootstrap-icons/icons/arrow-down-left.svg';
import arrowUpRight from 'bootstrap-icons/icons/arrow-up-right.svg';
import bank from 'bootstrap-icons/icons/piggy-bank.svg';
import chevronDown from 'bootstrap-icons/icons/chevron-down.svg';
import chevronLeft from 'bootstrap-icons/icons/chevron-left.svg';
import chevronRight from 'bootstrap-icons/icons/chevron-right.svg';
import dots from 'bootstrap-icons/icons/three-dots.svg';
import file from 'bootstrap-icons/icons/file-earmark-arrow-down.svg';
import gear from 'bootstrap-icons/icons/gear.svg';
import graphUp from 'bootstrap-icons/icons/graph-up-arrow.svg';
import grip from 'bootstrap-icons/icons/grip-vertical.svg';
import journal from 'bootstrap-icons/icons/journal-text.svg';
import journals from 'bootstrap-icons/icons/journals.svg';
import keyboard from 'bootstrap-icons/icons/keyboard.svg';
import pencil from 'bootstrap-icons/icons/pencil.svg';
import plus from 'bootstrap-icons/icons/plus-lg.svg';
import sliders from 'bootstrap-icons/icons/sliders.svg';
import table from 'bootstrap-icons/icons/layout-text-window-reverse.svg';
import trash from 'bootstrap-icons/icons/trash3.svg';
import upload from 'bootstrap-icons/icons/file-earmark-arrow-up.svg';
import copy from 'bootstrap-icons/icons/copy.svg';
import fetchIt from 'bootstrap-icons/icons/cloud-arrow-down.svg';
import skip from 'bootstrap-icons/icons/skip-end.svg';
import accounts from 'bootstrap-icons/icons/wallet2.svg';
import transfer from 'bootstrap-icons/icons/arrow-left-right.svg';
import search from 'bootstrap-icons/icons/search.svg';
import repeat from 'bootstrap-icons/icons/repeat.svg';
import person from 'bootstrap-icons/icons/person.svg';
import people from 'bootstrap-icons/icons/people.svg';
import history from 'bootstrap-icons/icons/clock-history.svg';
import mail from 'bootstrap-icons/icons/envelope.svg';
import link from 'bootstrap-icons/icons/link-45deg.svg';
import snapshot from 'bootstrap-icons/icons/bookmark.svg';
import lists from 'bootstrap-icons/icons/list-check.svg';
import warning from 'bootstrap-icons/icons/exclamation-diamond.svg';

const ICONS = {
  up: chevronUp,
  lists,
  person,
  people,
  history,
  link,
  mail,
  snapshot,
  spending,
  chart,
  loans,
  savings,
  tax,
  breakEven,
  checks,
  whatIf: question,
  overview,
  redo: arrowClockwise,
  undo: arrowCounterclockwise,
  income: arrowDownLeft,
  expense: arrowUpRight,
  setAside: bank,
  memo: journal,
  down: chevronDown,
  left: chevronLeft,
  right: chevronRight,
  more: dots,
  saveFile: file,
  openFile: upload,
  settings: gear,
  projection: graphUp,
  grip,
  plans: journals,
  keyboard,
  edit: pencil,
  add: plus,
  sliders,
  budget: table,
  delete: trash,
  copy,
  warning,
  alarm,
  calendar,
  pages,
  caution,
  good,
  columns,
  clear: eraser,
  rule: rulers,
  filter: funnel,
  trial: hourglass,
  show: eyeglasses,
  lock,
  note,
  adjust: plusMinus,
  print: printer,
  fit: scissors,
  sort,
  fetch: fetchIt,
  skip,
  accounts,
  transfer,
  search,
  repeat,
  split,
};

export type IconName = keyof typeof ICONS;

/** A small mark in the colour of the text around it; what it means is said elsewhere. */
export function Icon({ name }: { readonly name: IconName }) {
  return <span className="icon" aria-hidden="true" style={{ maskImage: `url("${ICONS[name]}")` }} />;
}
