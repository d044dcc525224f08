-- Of every row: when it was said on the device and by whom. What was kept before was said, as far as anybody knows, when it came.
ALTER TABLE client ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE client ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE client SET said_at = updated_at;
ALTER TABLE session ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE session ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE session SET said_at = updated_at;
ALTER TABLE trial ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE trial ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE trial SET said_at = updated_at;
ALTER TABLE capture ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE capture ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE capture SET said_at = updated_at;
ALTER TABLE judgement ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE judgement ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE judgement SET said_at = updated_at;
ALTER TABLE tried ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE tried ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE tried SET said_at = updated_at;
ALTER TABLE decision ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE decision ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE decision SET said_at = updated_at;
ALTER TABLE client_setup ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE client_setup ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE client_setup SET said_at = updated_at;
ALTER TABLE setup_trial ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE setup_trial ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE setup_trial SET said_at = updated_at;
ALTER TABLE setup_lock ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE setup_lock ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE setup_lock SET said_at = updated_at;
ALTER TABLE prescription ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE prescription ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE prescription SET said_at = updated_at;
ALTER TABLE screening ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE screening ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE screening SET said_at = updated_at;
ALTER TABLE clearance ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE clearance ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE clearance SET said_at = updated_at;
ALTER TABLE pain ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE pain ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE pain SET said_at = updated_at;
ALTER TABLE school ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE school ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE school SET said_at = updated_at;
ALTER TABLE school_choice ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE school_choice ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE school_choice SET said_at = updated_at;
ALTER TABLE table_change ADD COLUMN said_at TEXT NOT NULL DEFAULT '';
ALTER TABLE table_change ADD COLUMN said_by TEXT NOT NULL DEFAULT '';
UPDATE table_change SET said_at = updated_at;

-- Locks, decisions and trials carried their own moment: that is when they were said.
UPDATE trial SET said_at = taken_at;
UPDATE setup_lock SET said_at = coalesce(json_extract(values_json, '$.at'), updated_at),
                      said_by = coalesce(json_extract(values_json, '$.by'), '');
UPDATE decision SET said_at = coalesce(json_extract(values_json, '$.at'), updated_at);
UPDATE tried SET said_at = coalesce(json_extract(values_json, '$.takenAt'), updated_at);
UPDATE setup_trial SET said_at = coalesce(json_extract(values_json, '$.takenAt'), updated_at);

-- Mistaken answers and pain, corrected: who and why.
CREATE TABLE correction (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  values_json TEXT NOT NULL,
  updated_at  TEXT NOT NULL,
  said_at     TEXT NOT NULL,
  said_by     TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX correction_of_client ON correction (practice_id, client_id, said_at DESC);
DROP INDEX prescription_of_client;
CREATE INDEX prescription_of_client ON prescription (practice_id, client_id, said_at DESC);
DROP INDEX screening_of_client;
CREATE INDEX screening_of_client ON screening (practice_id, client_id, said_at DESC);
DROP INDEX clearance_of_client;
CREATE INDEX clearance_of_client ON clearance (practice_id, client_id, said_at DESC);
DROP INDEX pain_of_client;
CREATE INDEX pain_of_client ON pain (practice_id, client_id, said_at DESC);
