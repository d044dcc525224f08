-- A visit: one row a client and day. Two phones open the same one.
CREATE TABLE session (
  practice_id TEXT NOT NULL,
  id          TEXT NOT NULL,
  client_id   TEXT NOT NULL,
  version     INTEGER NOT NULL CHECK (version >= 1),
  day         TEXT NOT NULL,
  at          TEXT NOT NULL CHECK (at IN ('clear', 'measure', 'watch', 'probe', 'set', 'coach', 'recheck')),
  updated_at  TEXT NOT NULL,
  PRIMARY KEY (practice_id, id),
  UNIQUE (practice_id, client_id, day),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

-- One reading a row, so that two phones that measure at once never write over each other.
CREATE TABLE trial (
  practice_id   TEXT NOT NULL,
  id            TEXT NOT NULL,
  client_id     TEXT NOT NULL,
  version       INTEGER NOT NULL CHECK (version >= 1),
  taken_on      TEXT NOT NULL,
  taken_at      TEXT NOT NULL,
  measure       TEXT NOT NULL,
  side          TEXT CHECK (side IN ('left', 'right')),
  value         REAL NOT NULL,
  instrument    TEXT NOT NULL,
  knee_gap_mm   REAL,
  pinch         INTEGER NOT NULL CHECK (pinch IN (0, 1)),
  struck_reason TEXT,
  struck_at     TEXT,
  updated_at    TEXT NOT NULL,
  CHECK ((struck_reason IS NULL) = (struck_at IS NULL)),
  PRIMARY KEY (practice_id, id),
  FOREIGN KEY (practice_id, client_id) REFERENCES client (practice_id, id)
) STRICT;

CREATE INDEX trial_of_client ON trial (practice_id, client_id, taken_on DESC, taken_at);

ALTER TABLE client ADD COLUMN inter_asis_mm REAL;
ALTER TABLE client ADD COLUMN kit_json TEXT NOT NULL DEFAULT '[]';

-- The five measurements of a day become a session and its trials.
INSERT INTO session (practice_id, id, client_id, version, day, at, updated_at)
SELECT practice_id, id, client_id, 1, taken_on, 'measure', updated_at
  FROM (SELECT *, row_number() OVER (PARTITION BY practice_id, client_id, taken_on
                                     ORDER BY updated_at DESC, id) AS place FROM measurement)
 WHERE place = 1;

CREATE TEMP VIEW reading AS
SELECT practice_id, client_id, taken_on, updated_at, 'stanceWidth' AS measure, NULL AS side, stance_width_mm AS value FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'toeOut', 'left', toe_out_left_deg FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'toeOut', 'right', toe_out_right_deg FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'kneeToWall', 'left', knee_to_wall_left_mm FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'kneeToWall', 'right', knee_to_wall_right_mm FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'shinAngle', 'left', inclinometer_left_deg FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'shinAngle', 'right', inclinometer_right_deg FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'heelRise', NULL, heel_rise_mm FROM measurement
UNION ALL SELECT practice_id, client_id, taken_on, updated_at, 'kneeTravel', NULL, knee_travel_mm FROM measurement;

-- The way not in use that day is left behind the other by a second, so that the one in use still counts.
INSERT INTO trial (practice_id, id, client_id, version, taken_on, taken_at, measure, side, value, instrument,
                   knee_gap_mm, pinch, struck_reason, struck_at, updated_at)
SELECT r.practice_id,
       lower(hex(randomblob(4)) || '-' || hex(randomblob(2)) || '-4' || substr(hex(randomblob(2)), 2) || '-8' ||
             substr(hex(randomblob(2)), 2) || '-' || hex(randomblob(6))),
       r.client_id, 1, r.taken_on,
       CASE WHEN (r.measure = 'kneeToWall' AND m.dorsiflexion_method = 'kneeToWall')
              OR (r.measure = 'shinAngle' AND m.dorsiflexion_method = 'inclinometer')
            THEN r.taken_on || 'T12:00:01.000Z' ELSE r.taken_on || 'T12:00:00.000Z' END,
       r.measure, r.side, r.value, 'byHand', NULL, 0, NULL, NULL, r.updated_at
  FROM temp.reading r
  JOIN measurement m ON m.practice_id = r.practice_id AND m.client_id = r.client_id
                    AND m.taken_on = r.taken_on AND m.updated_at = r.updated_at
 WHERE r.value IS NOT NULL
   -- The earliest form took widths that nobody can stand in; what cannot be is not carried over.
   AND NOT (r.measure = 'stanceWidth' AND (r.value < 50 OR r.value > 1200));

DROP VIEW temp.reading;

-- A prescription names the day it rests on, not a row that is gone.
UPDATE prescription
   SET values_json = json_remove(
         json_set(values_json, '$.measuredOn',
                  coalesce((SELECT m.taken_on FROM measurement m
                             WHERE m.practice_id = prescription.practice_id
                               AND m.id = json_extract(prescription.values_json, '$.measurementId')),
                           json_extract(values_json, '$.givenOn'))),
         '$.measurementId');

DROP TABLE measurement;
