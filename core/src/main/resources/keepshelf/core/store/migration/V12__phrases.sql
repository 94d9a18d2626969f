-- Findings and reasons are kept as the keys of texts with their values, no longer only as sentences.
-- Sentences that are there stay; a release before cannot read the keys and has to say that it is older.
update item set problems = problems where 1 = 0;
