-- The language a person chose; empty as long as their browser decides.
alter table people add column language text not null default '';
