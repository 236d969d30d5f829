export default {
  'trial.since': 'Since {time}',
  'trial.try': 'Try',
  'trial.tryHint': 'Try changes and see every difference (Alt+T)',
  'trial.changesAreUndone': '{count, plural, one {The change was undone.} other {# changes were undone.}}',
  'trial.trying': 'Trying',
  'trial.compareFrom': 'Compare with another moment',
  'trial.fromNowOn': 'Starting now',
  'trial.sinceBefore': 'Since before “{label}”',
  'trial.changeCount':
    '{count, plural, =0 {Change something to see the difference in every figure it affects.} one {1 change} other {# changes}}',
  'trial.keep': '{count, plural, =0 {Stop trying} other {Keep}}',
  'trial.goBack': 'Go back',
} as const;
