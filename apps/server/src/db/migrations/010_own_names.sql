-- A look is composed of options instead of a packaged screen. JSON is kept without spaces, so its text can be replaced.
UPDATE capture SET values_json = replace(values_json, '"heelsRaised":true', '"asks":{"arms":"free","feet":"own","depth":"free","heelRiseMm":25,"shod":false}');
UPDATE capture SET values_json = replace(values_json, '"heelsRaised":false', '"asks":{"arms":"free","feet":"own","depth":"free","heelRiseMm":0,"shod":false}');
UPDATE capture
   SET values_json = replace(replace(values_json,
         '"condition":"overhead"', '"condition":"bodyweight"'),
         '"asks":{"arms":"free","feet":"own","depth":"free"', '"asks":{"arms":"up","feet":"straight","depth":"seat"')
 WHERE values_json LIKE '%"condition":"overhead"%';
UPDATE judgement SET values_json = replace(values_json, '"heelsRaised":true', '"asks":{"arms":"free","feet":"own","depth":"free","heelRiseMm":25,"shod":false}');
UPDATE judgement SET values_json = replace(values_json, '"heelsRaised":false', '"asks":{"arms":"free","feet":"own","depth":"free","heelRiseMm":0,"shod":false}');
UPDATE judgement
   SET values_json = replace(replace(values_json,
         '"condition":"overhead"', '"condition":"bodyweight"'),
         '"asks":{"arms":"free","feet":"own","depth":"free"', '"asks":{"arms":"up","feet":"straight","depth":"seat"')
 WHERE values_json LIKE '%"condition":"overhead"%';

-- The routine has three parts: make room, own it, use it; drills and cues have names of our own.
UPDATE prescription
   SET values_json = replace(replace(replace(replace(values_json,
         '"step":"release"', '"part":"makeRoom"'),
         '"step":"lengthen"', '"part":"makeRoom"'),
         '"step":"wakeUp"', '"part":"ownIt"'),
         '"step":"putTogether"', '"part":"useIt"');
UPDATE prescription
   SET values_json = replace(replace(replace(replace(replace(replace(replace(values_json,
         '"id":"supported-deep-hold"', '"id":"supported-deep-sit"'),
         '"id":"short-foot"', '"id":"arch-lift"'),
         '"id":"hip-switch"', '"id":"seated-knee-sway"'),
         '"id":"wall-hip-lift"', '"id":"heels-dig-lift"'),
         '"id":"foot-position-series"', '"id":"feet-along-the-way"'),
         '"id":"heels-print"', '"id":"heels-as-heavy"'),
         '"id":"chair-behind"', '"id":"belt-back-first"');

-- "Hold" is a word for safety alone.
UPDATE tried SET values_json = replace(values_json, '"test":"supportedHold"', '"test":"supportedSit"');
UPDATE table_change SET values_json = replace(values_json, '"test":"supportedHold"', '"test":"supportedSit"');
