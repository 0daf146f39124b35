-- What a session is compared against has one name, here and in the programs.
alter table sessions rename column given to baseline;

-- A check-in that was not counted yet has no edition it was counted under.
alter table check_ins alter column counted_edition drop default, alter column counted_edition drop not null;
update check_ins set counted_edition = null where counted_edition = 0;
