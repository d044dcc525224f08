-- Rows carry their practice from the start; every key begins with it, so a query that forgets it cannot use an index.
CREATE TABLE practice (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE client (
  practice_id       TEXT NOT NULL REFERENCES practice (id),
  id                TEXT NOT NULL,
  version           INTEGER NOT NULL CHECK (version >= 1),
  name              TEXT NOT NULL CHECK (length(name) > 0),
  stature_mm        REAL NOT NULL,
  mass_kg           REAL NOT NULL,
  segments_json     TEXT NOT NULL,
  shoulder_width_mm REAL,
  notes             TEXT NOT NULL,
  archived_at       TEXT,
  created_at        TEXT NOT NULL,
  updated_at        TEXT NOT NULL,
  PRIMARY KEY (practice_id, id)
) STRICT;

CREATE TABLE measurement (
  practice_id            TEXT NOT NULL,
  id                     TEXT NOT NULL,
  client_id              TEXT NOT NULL,
  version                INTEGER NOT NULL CHECK (version >= 1),
  taken_on               TEXT NOT NULL,
  stance_width_mm        REAL,
  toe_out_left_deg       REAL,
  toe_out_right_deg      REAL,
  dorsiflexion_method    TEXT NOT NULL CHECK (dorsiflexion_method IN ('kneeToWall', 'inclinometer')),
  knee_to_wall_left_mm   REAL,
  knee_to_wall_right_mm  REAL,
  inclinometer_left_deg  REAL,
  inclinometer_right_deg REAL,
  heel_rise_mm           REAL,
  knee_travel_mm         REAL,
  updated_at             TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX measurement_of_client ON measurement (practice_id, client_id, taken_on DESC);

CREATE TABLE client_setup (
  practice_id     TEXT NOT NULL,
  id              TEXT NOT NULL,
  client_id       TEXT NOT NULL,
  version         INTEGER NOT NULL CHECK (version >= 1),
  setup_json      TEXT NOT NULL,
  thigh_depth_deg REAL NOT NULL,
  working_point   TEXT NOT NULL,
  updated_at      TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  UNIQUE (practice_id, client_id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE TABLE prescription (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  given_on    TEXT NOT NULL,
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX prescription_of_client ON prescription (practice_id, client_id, updated_at DESC);

-- Every write as it came, with its answer: makes a repeated send harmless and is the audit trail.
CREATE TABLE operation_log (
  practice_id  TEXT NOT NULL REFERENCES practice (id),
  operation_id TEXT NOT NULL,
  kind         TEXT NOT NULL,
  row_id       TEXT NOT NULL,
  received_at  TEXT NOT NULL,
  body_json    TEXT NOT NULL,
  result_json  TEXT NOT NULL,
  PRIMARY KEY (practice_id, operation_id)
) STRICT;

CREATE INDEX operation_log_of_row ON operation_log (practice_id, row_id, received_at);
