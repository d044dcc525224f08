-- The school a client's setup follows.
ALTER TABLE client_setup ADD COLUMN profile TEXT NOT NULL DEFAULT 'balanced';
