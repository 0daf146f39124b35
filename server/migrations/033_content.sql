-- What files hold that lie elsewhere than in the store of files, or packed in it: worked out once. A place is
-- "disk:" and a path below the shared disk, or "packed:" and the hash of what is packed; what was changed since, or
-- has another size, is worked out again.
create table contents (
  place text primary key,
  size bigint not null,
  changed_at double precision not null,
  hash text not null,
  -- The sum ZIPs have (CRC-32).
  crc bigint not null
);
