-- Methods say more of what they ask; before it was asked, none of it applied. Two ways of treating a heel go: nothing to train on is none,
-- as needed is a bridge. Trials say what was looked at; of those before it was not recorded.
UPDATE document
SET values_json = json_insert(
  json_set(values_json, '$.heelPolicy', CASE values_json ->> '$.heelPolicy'
    WHEN 'finishScreen' THEN 'none'
    WHEN 'asNeeded' THEN 'bridge'
    ELSE values_json ->> '$.heelPolicy'
  END),
  '$.heelFreeMm', 0,
  '$.kneeTravel', 'free',
  '$.toes', 'left',
  '$.depthPolicy', 'target',
  '$.rounding', 'never',
  '$.emphasis', 'even',
  '$.decides', json('["kneesIn","kneesOut"]')
)
WHERE kind = 'school';

UPDATE document_history
SET values_json = json_insert(
  json_set(values_json, '$.heelPolicy', CASE values_json ->> '$.heelPolicy'
    WHEN 'finishScreen' THEN 'none'
    WHEN 'asNeeded' THEN 'bridge'
    ELSE values_json ->> '$.heelPolicy'
  END),
  '$.heelFreeMm', 0,
  '$.kneeTravel', 'free',
  '$.toes', 'left',
  '$.depthPolicy', 'target',
  '$.rounding', 'never',
  '$.emphasis', 'even',
  '$.decides', json('["kneesIn","kneesOut"]')
)
WHERE kind = 'school';

UPDATE document
SET values_json = json_insert(values_json, '$.faults', json('[]'), '$.lookedAt', NULL)
WHERE kind = 'setupTrial';

UPDATE document_history
SET values_json = json_insert(values_json, '$.faults', json('[]'), '$.lookedAt', NULL)
WHERE kind = 'setupTrial';

-- Short tests say which cue was tried, and what it did to each finding.
UPDATE document
SET values_json = json_insert(values_json, '$.cue', NULL, '$.results', json('[]'))
WHERE kind = 'tried';

UPDATE document_history
SET values_json = json_insert(values_json, '$.cue', NULL, '$.results', json('[]'))
WHERE kind = 'tried';

-- Plans say what has to be ready before the load; those given before did not.
UPDATE document
SET values_json = json_insert(values_json, '$.beforeLoad', json('[]'))
WHERE kind = 'prescription';

UPDATE document_history
SET values_json = json_insert(values_json, '$.beforeLoad', json('[]'))
WHERE kind = 'prescription';

-- Readings and looks say in which state the client was; looks also the load and a belt. Of those before it was not recorded.
UPDATE document SET values_json = json_insert(values_json, '$.state', NULL) WHERE kind = 'trial';
UPDATE document_history SET values_json = json_insert(values_json, '$.state', NULL) WHERE kind = 'trial';
UPDATE document
SET values_json = json_insert(values_json, '$.asks.state', NULL, '$.asks.loadKg', NULL, '$.asks.belt', json('false'))
WHERE kind IN ('capture', 'judgement') AND values_json ->> '$.asks' IS NOT NULL;
UPDATE document_history
SET values_json = json_insert(values_json, '$.asks.state', NULL, '$.asks.loadKg', NULL, '$.asks.belt', json('false'))
WHERE kind IN ('capture', 'judgement') AND values_json ->> '$.asks' IS NOT NULL;
