-- Shelves are things: an order, an icon, what they are for. Templates stand on them by name.
create table shelves (
  name text primary key,
  icon text,
  says text not null default '',
  place int not null
);
insert into shelves (name, place)
  select shelf, row_number() over (order by shelf) from (select distinct shelf from templates) s;
alter table templates
  add foreign key (shelf) references shelves on update cascade,
  -- What it is for, in a sentence or two.
  add column says text not null default '',
  -- Nothing is begun from it any more; what stands on it stays.
  add column retired_at timestamptz,
  add column retired_by text references people;

-- Releases nobody should start from any more. The release itself stays as it is.
create table taken_back (
  template text not null,
  release int not null,
  reason text not null,
  made_by text not null references people,
  made_at timestamptz not null default now(),
  primary key (template, release),
  foreign key (template, release) references releases (template, number)
);

-- What a card shows of a template at a glance, and what it is found by; counted when somebody next looks.
alter table template_stands
  add column folders jsonb not null default '[]',
  add column words text[] not null default '{}';
update template_stands set counted_edition = null;
