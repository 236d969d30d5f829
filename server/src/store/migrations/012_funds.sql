-- A savings pot is a savings fund, in the trade's words: also in what can still be undone and done again.
alter table savingsMoves rename column pot to fund;
update changeLog set changes = replace(changes, '"pot":', '"fund":') where instr(changes, '"pot":') > 0;
