/** States what can stand beside the budget. */
export type PanelName = 'rule' | 'fit' | 'typed' | 'split';
