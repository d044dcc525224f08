-- A client's page is found by the hash of its link's token alone: whoever opens it names no practice.
CREATE INDEX document_link ON document (values_json ->> '$.tokenHash') WHERE kind = 'link';
