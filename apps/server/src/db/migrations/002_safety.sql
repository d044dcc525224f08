-- Screens, clearances and pain during work: each kept as it was said, newest first by client.
CREATE TABLE screening (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX screening_of_client ON screening (practice_id, client_id, updated_at DESC);

CREATE TABLE clearance (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX clearance_of_client ON clearance (practice_id, client_id, updated_at DESC);

CREATE TABLE pain (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX pain_of_client ON pain (practice_id, client_id, updated_at DESC);

-- A prescription is kept the same way; its day stands in its values.
ALTER TABLE prescription DROP COLUMN given_on;
