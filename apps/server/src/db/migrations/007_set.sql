-- A practice's own schools. Values in one column: every parameter is read together.
CREATE TABLE school (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  id          TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id)
) STRICT;

-- Which school a practice's clients start with: only ever added to, the last word counts.
CREATE TABLE school_choice (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  id          TEXT NOT NULL,
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id)
) STRICT;

CREATE INDEX school_choice_of_practice ON school_choice (practice_id, updated_at);

-- Setups as they were tried.
CREATE TABLE setup_trial (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX setup_trial_of_client ON setup_trial (practice_id, client_id, updated_at DESC);

-- Setups that were settled, each with its evidence. A row is never rewritten, only taken back.
CREATE TABLE setup_lock (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX setup_lock_of_client ON setup_lock (practice_id, client_id, updated_at DESC);
