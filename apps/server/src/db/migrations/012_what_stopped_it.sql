-- Two tests are told by what stopped them. How they turned out before, in those words: what was only better, or no better, named nothing.
UPDATE document
SET values_json = json_set(values_json, '$.outcome', CASE
  WHEN values_json ->> '$.test' = 'supportedSit' THEN iif(values_json ->> '$.outcome' = 'clears', 'nothing', 'other')
  ELSE iif(values_json ->> '$.outcome' = 'clears', 'clean', 'same')
END)
WHERE kind = 'tried'
  AND values_json ->> '$.test' IN ('supportedSit', 'counterbalance')
  AND values_json ->> '$.outcome' IN ('clears', 'helps', 'same', 'worse');

UPDATE document_history
SET values_json = json_set(values_json, '$.outcome', CASE
  WHEN values_json ->> '$.test' = 'supportedSit' THEN iif(values_json ->> '$.outcome' = 'clears', 'nothing', 'other')
  ELSE iif(values_json ->> '$.outcome' = 'clears', 'clean', 'same')
END)
WHERE kind = 'tried'
  AND values_json ->> '$.test' IN ('supportedSit', 'counterbalance')
  AND values_json ->> '$.outcome' IN ('clears', 'helps', 'same', 'worse');
