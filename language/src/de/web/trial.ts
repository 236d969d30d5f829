import type english from '../../en/web/trial.ts';

export default {
  'trial.since': 'Seit {time}',
  'trial.try': 'Ausprobieren',
  'trial.tryHint': 'Änderungen ausprobieren und jeden Unterschied sehen (Alt+T)',
  'trial.changesAreUndone':
    '{count, plural, one {Die Änderung wurde zurückgenommen.} other {# Änderungen wurden zurückgenommen.}}',
  'trial.trying': 'Ausprobieren läuft',
  'trial.compareFrom': 'Mit einem anderen Zeitpunkt vergleichen',
  'trial.fromNowOn': 'Ab jetzt',
  'trial.sinceBefore': 'Seit vor „{label}“',
  'trial.changeCount':
    '{count, plural, =0 {Ändern Sie etwas, um den Unterschied bei jedem betroffenen Wert zu sehen.} one {1 Änderung} other {# Änderungen}}',
  'trial.keep': '{count, plural, =0 {Ausprobieren beenden} other {Behalten}}',
  'trial.goBack': 'Zurücknehmen',
} satisfies Record<keyof typeof english, string>;
