-- Every row of every kind in one table. What is queried stands beside its JSON.
CREATE TABLE document (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  kind        TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT,
  version     INTEGER NOT NULL CHECK (version >= 1),
  -- Place among the practice's changes: what is later than the last one seen is new.
  changed     INTEGER NOT NULL,
  values_json TEXT NOT NULL CHECK (json_valid(values_json)),
  said_at     TEXT NOT NULL,
  said_by     TEXT NOT NULL,
  received_at TEXT NOT NULL,
  day         TEXT GENERATED ALWAYS AS (coalesce(values_json ->> '$.takenOn', values_json ->> '$.day', values_json ->> '$.givenOn', values_json ->> '$.on')) VIRTUAL,
  is_struck   INTEGER GENERATED ALWAYS AS (values_json ->> '$.struck' IS NOT NULL) VIRTUAL,
  PRIMARY KEY (practice_id, kind, id)
) STRICT;

ALTER TABLE practice ADD COLUMN cursor INTEGER NOT NULL DEFAULT 0;
-- Changes when the database is put back from a backup: places among its changes from before mean nothing then.
ALTER TABLE practice ADD COLUMN epoch TEXT NOT NULL DEFAULT '';
UPDATE practice SET epoch = lower(hex(randomblob(6)));

-- Earlier versions of every row, with who said them and when: never rewritten.
CREATE TABLE document_history (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  kind        TEXT NOT NULL,
  id          TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  client_id   TEXT,
  values_json TEXT NOT NULL CHECK (json_valid(values_json)),
  said_at     TEXT NOT NULL,
  said_by     TEXT NOT NULL,
  received_at TEXT NOT NULL,
  PRIMARY KEY (practice_id, kind, id, version)
) STRICT;

-- Large values of a row, kept once: from the version that put them until another one does.
CREATE TABLE document_part (
  practice_id TEXT NOT NULL REFERENCES practice (id),
  kind        TEXT NOT NULL,
  id          TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  parts_json  TEXT NOT NULL CHECK (json_valid(parts_json)),
  PRIMARY KEY (practice_id, kind, id, version)
) STRICT;

-- Every write that was taken: which row and version it made. What it said stands in that version.
CREATE TABLE operation (
  practice_id  TEXT NOT NULL REFERENCES practice (id),
  operation_id TEXT NOT NULL,
  kind         TEXT NOT NULL,
  row_id       TEXT NOT NULL,
  result_kind  TEXT NOT NULL,
  result_id    TEXT NOT NULL,
  version      INTEGER NOT NULL,
  received_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, operation_id)
) STRICT;

INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
SELECT practice_id, 'client', id, id, version, 0,
       json_object('name', name, 'statureMm', stature_mm, 'massKg', mass_kg, 'segmentsMm', json(segments_json),
                   'shoulderWidthMm', shoulder_width_mm, 'interAsisMm', inter_asis_mm, 'kit', json(kit_json), 'notes', notes,
                   'archivedAt', archived_at, 'createdAt', created_at),
       said_at, said_by, updated_at
  FROM client;
INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
SELECT practice_id, 'session', id, client_id, version, 0, json_object('day', day, 'at', at), said_at, said_by, updated_at FROM session;
INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
SELECT practice_id, 'trial', id, client_id, version, 0,
       json_object('takenOn', taken_on, 'takenAt', taken_at, 'measure', measure, 'side', side, 'value', value, 'instrument', instrument,
                   'kneeGapMm', knee_gap_mm, 'pinch', json(iif(pinch, 'true', 'false')),
                   'struck', json(iif(struck_at IS NULL, 'null', json_object('reason', struck_reason, 'at', struck_at)))),
       said_at, said_by, updated_at
  FROM trial;
INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
SELECT practice_id, 'setup', id, client_id, version, 0,
       json_object('setup', json(setup_json), 'thighDepthDeg', thigh_depth_deg, 'workingPoint', working_point, 'profile', profile),
       said_at, said_by, updated_at
  FROM client_setup;
INSERT INTO document (practice_id, kind, id, client_id, version, changed, values_json, said_at, said_by, received_at)
SELECT practice_id, 'capture', id, client_id, version, 0, json_remove(values_json, '$.series', '$.subject'), said_at, said_by, updated_at FROM capture
UNION ALL SELECT practice_id, 'judgement', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM judgement
UNION ALL SELECT practice_id, 'tried', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM tried
UNION ALL SELECT practice_id, 'decision', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM decision
UNION ALL SELECT practice_id, 'setupTrial', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM setup_trial
UNION ALL SELECT practice_id, 'lock', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM setup_lock
UNION ALL SELECT practice_id, 'prescription', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM prescription
UNION ALL SELECT practice_id, 'screening', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM screening
UNION ALL SELECT practice_id, 'clearance', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM clearance
UNION ALL SELECT practice_id, 'pain', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM pain
UNION ALL SELECT practice_id, 'correction', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM correction
UNION ALL SELECT practice_id, 'move', id, client_id, version, 0, values_json, said_at, said_by, updated_at FROM entry_move
UNION ALL SELECT practice_id, 'school', id, NULL, version, 0, values_json, said_at, said_by, updated_at FROM school
UNION ALL SELECT practice_id, 'schoolChoice', id, NULL, 1, 0, values_json, said_at, said_by, updated_at FROM school_choice
UNION ALL SELECT practice_id, 'tableChange', id, NULL, 1, 0, values_json, said_at, said_by, updated_at FROM table_change;

UPDATE document SET changed = rowid;
UPDATE practice SET cursor = (SELECT coalesce(max(changed), 0) FROM document);

CREATE INDEX document_of_client ON document (practice_id, client_id, changed);
CREATE UNIQUE INDEX document_session ON document (practice_id, client_id, day) WHERE kind = 'session';
CREATE UNIQUE INDEX document_setup ON document (practice_id, client_id) WHERE kind = 'setup';
CREATE INDEX document_measured ON document (practice_id, client_id, day) WHERE kind = 'trial' AND is_struck = 0;

-- The log becomes the history. Its answers hold every row as it stood after each write.
CREATE TEMP TABLE logged AS
SELECT practice_id, operation_id, kind, row_id, received_at, body_json,
       result_json ->> '$.entity' AS result_kind, result_json ->> '$.row.id' AS result_id, result_json ->> '$.row.version' AS version,
       result_json
  FROM operation_log;
INSERT INTO operation (practice_id, operation_id, kind, row_id, result_kind, result_id, version, received_at)
SELECT practice_id, operation_id, kind, row_id, result_kind, result_id, version, received_at FROM temp.logged;
INSERT OR IGNORE INTO document_history (practice_id, kind, id, version, client_id, values_json, said_at, said_by, received_at)
SELECT l.practice_id, l.result_kind, l.result_id, l.version,
       coalesce(l.result_json ->> '$.row.clientId', iif(l.result_kind = 'client', l.result_id, NULL)),
       json_remove(json_extract(l.result_json, '$.row'), '$.id', '$.clientId', '$.version', '$.updatedAt', '$.saidAt', '$.saidBy'),
       coalesce(l.result_json ->> '$.row.saidAt', l.received_at), coalesce(l.result_json ->> '$.row.saidBy', ''), l.received_at
  FROM temp.logged l
  LEFT JOIN document d ON d.practice_id = l.practice_id AND d.kind = l.result_kind AND d.id = l.result_id
 WHERE d.version IS NULL OR l.version < d.version;

-- Landmarks: once for each time they were put, the last of them from the row itself.
INSERT INTO document_part (practice_id, kind, id, version, parts_json)
SELECT c.practice_id, 'capture', c.id,
       coalesce((SELECT max(l.version) FROM temp.logged l WHERE l.practice_id = c.practice_id AND l.kind = 'capture.put' AND l.result_id = c.id), 1),
       json_object('series', json_extract(c.values_json, '$.series'), 'subject', json_extract(c.values_json, '$.subject'))
  FROM capture c;
INSERT OR IGNORE INTO document_part (practice_id, kind, id, version, parts_json)
SELECT practice_id, 'capture', result_id, version,
       json_object('series', json_extract(body_json, '$.values.series'), 'subject', json_extract(body_json, '$.values.subject'))
  FROM temp.logged WHERE kind = 'capture.put';

DROP TABLE temp.logged;
DROP TABLE operation_log;
DROP TABLE session;
DROP TABLE trial;
DROP TABLE capture;
DROP TABLE judgement;
DROP TABLE tried;
DROP TABLE decision;
DROP TABLE client_setup;
DROP TABLE setup_trial;
DROP TABLE setup_lock;
DROP TABLE prescription;
DROP TABLE screening;
DROP TABLE clearance;
DROP TABLE pain;
DROP TABLE correction;
DROP TABLE entry_move;
DROP TABLE school;
DROP TABLE school_choice;
DROP TABLE table_change;
DROP TABLE client;
