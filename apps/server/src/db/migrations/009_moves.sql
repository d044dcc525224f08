-- Entries made on the wrong client or side and moved: in the record of the client they left, and of the one they came to.
CREATE TABLE entry_move (
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

CREATE INDEX entry_move_of_client ON entry_move (practice_id, client_id, said_at DESC);
