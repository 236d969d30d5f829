export default {
  'finding.linkLost.consequence':
    'A line that follows another plan no longer changes when that plan is deleted or no longer shared.',
  'finding.linkLost': '{line} follows {source}, which was deleted or is no longer shared. It keeps its last figures.',
  'finding.linkLost.fix': 'Keep the figures and stop following',
  'finding.outsideMonths': '{words} of {of} in {month} is outside its months.',
  'finding.outsideMonths.fix': 'Remove it',
  'finding.extraPayment': 'The extra payment',
  'finding.entry': 'An entry',
  'finding.manyExceptions': '{name} has exceptions in {exceptionCount} months and follows its rule in {ruled}.',
  'finding.manyExceptions.fix': 'Use these figures as the rule',
  'finding.yearExceeds': 'In {year}, expenses exceed income by {money}.',
  'finding.monthsExceed':
    '{ownCount, plural, =12 {In every month of {year}, expenses exceed income.} other {In {year}, expenses exceed income in {ownCount, plural, one {one month} other {# months}}: {months}.}}',
  'finding.targetSharesExceed': 'The target shares of all lines add up to {share} of the income.',
  'finding.ruleSharesExceed': 'The rules of all lines allocate {share} of the income.',
  'finding.stepAfterEnd': 'A step of {of} begins in {month}, after the plan’s end.',
  'finding.stepAfterEnd.fix': 'Remove the step',
  'finding.exceptionOutside': '{of} has an exception in {month}, outside the plan.',
  'finding.exceptionOutside.fix': 'Clear the exception',
  'finding.valueAfterEnd': 'A value of {of} begins in {month}, after the plan’s end.',
  'finding.valueAfterEnd.fix': 'Remove the value',
  'finding.unusedAssumption': 'Nothing uses the assumption {name}.',
  'finding.unusedAssumption.fix': 'Delete it',
  'finding.savingsNotCovered':
    '{name} is planned in {monthCount, plural, one {one month} other {# months}} in which not enough money is left for it.',
  'finding.duplicateEntry':
    '{hasWhat, select, true {{what}} other {An entry}} of {day}, {amount}, was entered {count, plural, =2 {twice} other {# times}}.',
  'finding.noEntries': '{name} has no entries, although {total} was planned from {first} to {last}.',
  'finding.belowLimit':
    '{name} is expected to fall below its limit of {limit} on {day}; its lowest balance is {lowest}, on {lowestDay}.',
  'finding.longOverdue':
    '{count, plural, one {{what} was expected on {day} and has not been entered.} other {{what} was expected # times since {day} and has not been entered.}}',
  'finding.overdue':
    '{count, plural, one {{what} was expected on {day} and is overdue.} other {# expected entries are overdue. The first is {what} of {day}.}}',
  'finding.overdue.fix': 'Confirm for {day}',
  'finding.overdue.skip': 'Skip once',
  'finding.unassigned':
    '{count, plural, one {One entry is not assigned to any line.} other {# entries are not assigned to any line.}}',
  'finding.closingBalanceDiffers':
    'The statement of {name} closes on {day} with {stated}; the balance of the entries is {ours}.',
  'finding.duplicateEntry.consequence': 'A duplicate entry makes the month look more expensive than it was.',
  'finding.noEntries.consequence':
    'A line without entries is either not needed, or its entries are assigned to another line.',
  'finding.belowLimit.consequence':
    'There is still time to move or postpone a payment, or to pay it from another account.',
  'finding.longOverdue.consequence': 'The payment or its entry may have been forgotten.',
  'finding.unassigned.consequence': 'Entries that are not assigned are missing in every comparison with the budget.',
  'finding.closingBalanceDiffers.consequence':
    'An entry is missing, or one has been entered that is not on the statement.',
  'finding.noFigure.consequence': 'Every total that includes a missing figure is missing too.',
  'finding.typedNumber.consequence': 'When the assumption changes, this number does not change with it.',
  'finding.manyExceptions.consequence':
    'A rule with more exceptions than months it applies to explains little. The exceptions may be the rule.',
  'finding.countedTwice.consequence': 'The same amount is counted twice in a total, so the net is wrong by it.',
  'finding.emptyFactor.consequence': 'An empty month is not zero: dividing or multiplying by it gives no figure.',
  'finding.yearExceeds.consequence': 'Expenses of the year exceed its income.',
  'finding.monthsExceed.consequence': 'In these months the money has to come from savings or a loan.',
  'finding.sharesExceed.consequence': 'More than the whole income is allocated.',
  'finding.outsideMonths.consequence': 'It is in a month in which it has no effect.',
  'finding.unusedAssumption.consequence': 'Changing it has no effect on any figure.',
  'finding.highlightNeverShown.consequence': 'It is never shown, which looks as if everything were within its limit.',
  'finding.similarNames.consequence': 'In a rule they are easily confused.',
  'finding.savingsNotCovered.consequence': 'The money for these savings is not available.',
  'finding.noResult.consequence': 'Everything that uses its figures has no figure either.',
  'finding.itemExceptions':
    '{count, plural, one {{hasTitle, select, true {{title}} other {An item}} is an exception to the rule of {name}.} other {# items are exceptions to the rule of {name}{hasTitle, select, true {; the first is {title}} other {}}.}}',
  'finding.itemExceptions.fix': 'Use the rule',
  'finding.itemFactorMissing':
    '{count, plural, one {{hasTitle, select, true {{title}} other {An item}} has no {factor}, so {name} is empty.} other {# items have no {factor}, so {name} is empty{hasTitle, select, true {; the first is {title}} other {}}.}}',
  'finding.itemFactorMissing.consequence':
    'The item is missing in the total until its figure is entered. Enter 0 for none.',
  'finding.itemExceptions.consequence': 'A typed figure among calculated ones does not change when the others do.',
  'finding.highlightWithoutFigures.fix': 'Remove the highlight',
  'finding.highlightWithoutFigures': 'The highlight “{word}” is set for {name}, which has no figures.',
  'finding.highlightHidden':
    'The highlight “{word}” on {name} is never shown, because “{other}” is shown in its place.',
  'finding.highlightLimitMeant': ' Was {limit} meant?',
  'finding.highlightNeverShown':
    'The highlight “{word}” is shown when {name} reaches {limit}, but the figure farthest from zero is {furthest}.{meant}',
  'finding.typedNumber': 'The rule of {name} contains the number {written}, which is the value of {assumption}.',
  'finding.endsThoughItRecurs':
    '{line} has nothing planned from {month} on, but the recurring entry {entry} continues.',
  'finding.endsAlone': '{line} has nothing planned from {month} on, but the other lines of its group continue.',
  'finding.endsAlone.fix': 'Continue as before',
  'finding.loanWithoutLine': 'No line of the budget pays the loan {loan}.',
  'finding.loanWithoutLine.lineName': '{loan} payment',
  'finding.loanWithoutLine.fix': 'Add the line {name}',
  'finding.endsAlone.consequence': 'If it does end, note why in the line; otherwise the later months are too low.',
  'finding.loanWithoutLine.consequence': 'Net and balances look better than they will be by each payment.',
  'finding.monthStandsOut': '{name} in {month} is about {times} times what it is in other months.',
  'finding.minusTyped':
    '{side, select, expense {{name} is entered with a minus sign, which lowers total expenses.} income {{name} is entered with a minus sign, which lowers total income.} other {{name} is entered with a minus sign, which lowers savings.}}',
  'finding.unlikelyRate': '{name} is {written}. Was {meant} meant?',
  'finding.yearlyEachMonth': '{name} is named as a yearly amount, but it is counted in every month.',
  'finding.taxOfMonth': '{name} applies yearly tax bands to one month of {income}.',
  'finding.sumLeavesOut': 'The rule of {name} adds all lines of {group} except {missing}.',
  'finding.exceptionUnchanged': '{name} in {month} is still {amount}, the amount before the rule changed.',
  'finding.itemsOutside':
    '{count, plural, one {{output} leaves out {first}: {day} is empty or outside the plan.} other {{output} leaves out # items, first {first}: {day} is empty or outside the plan.}}',
  'finding.unlikelyRate.fix': 'Change to {written}',
  'finding.yearlyEachMonth.fix': 'Spread it: {month} a month',
  'finding.taxOfMonth.fix': 'Use the yearly total',
  'finding.sumLeavesOut.fix': 'Use the subtotal of {group}',
  'finding.monthStandsOut.consequence':
    'One extra digit can change the total of the year by more than the rest of the line.',
  'finding.minusTyped.consequence': 'Costs are subtracted already. With a minus sign they are added.',
  'finding.unlikelyRate.consequence': 'A rate that is a hundred times too high distorts every figure that uses it.',
  'finding.yearlyEachMonth.consequence': 'An amount that is paid once a year is counted twelve times.',
  'finding.taxOfMonth.consequence': 'Tax bands are for a year. One month of income falls into the lowest band.',
  'finding.sumLeavesOut.consequence': 'A line that was added later is easily missing from a sum of single lines.',
  'finding.exceptionUnchanged.consequence': 'An exception keeps its old amount when the rule changes.',
  'finding.itemsOutside.consequence':
    'Items without a month of the plan are in the total of the list, but in no month of the budget.',
  'finding.calendarWord': 'The rule of {name} uses {word} of the calendar, but {named} now has the same name.',
  'finding.calendarWord.consequence': 'In a new rule the name comes first. This rule was written before that applied.',
  'finding.calendarWord.fix': 'Replace it with {name}',
  'finding.addsPartAndWhole': 'The rule of {name} adds {partName} and {wholeName}, which contains it.',
  'finding.countedTwice': '{name} repeats {names}, which {of} already includes.',
  'finding.moreMonths': '{others, plural, =0 {} other { and # more}}',
  'finding.emptyFactor':
    '{verb, select, divides {{name} divides by {of}, which is empty in {month}{others}.} other {{name} multiplies by {of}, which is empty in {month}{others}.}}',
  'finding.theRuleOf': 'The rule of {name}: {found}',
  'finding.writeInstead': 'Write {replacement}',
  'finding.theFormulaOf': 'The formula of {name}: {found}',
  'finding.theOf': 'The {words} of {name}: {found}',
  'finding.similarNames': '{name} and {other} differ by only one letter.',
  'finding.unitMismatch.consequence': 'A figure in the wrong unit looks correct but is wrong by a factor.',
  'finding.deletedLine': 'a deleted line',
  'finding.noResult': '{name}: {reason}',
  'finding.andElsewhere': '{problem} The same in {count, plural, one {one more month} other {# more months}}.',
} as const;
