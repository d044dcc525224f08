-- Short tests as they were done.
CREATE TABLE tried (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX tried_of_client ON tried (practice_id, client_id, updated_at DESC);

-- What was concluded: a finding left alone, or the causes a plan is made for.
CREATE TABLE decision (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX decision_of_client ON decision (practice_id, client_id, updated_at DESC);

-- Changes of a practice's tables of causes and tests: only ever added to, the last word on an entry counts.
CREATE TABLE table_change (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  id          TEXT NOT NULL,
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id)
) STRICT;

CREATE INDEX table_change_of_practice ON table_change (practice_id, updated_at);
