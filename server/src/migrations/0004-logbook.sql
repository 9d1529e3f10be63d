-- What happened to each box, in order; and the words each box is found by.
CREATE TABLE event (
  n INTEGER PRIMARY KEY,
  box_id TEXT NOT NULL REFERENCES box (id) ON DELETE CASCADE,
  at TEXT NOT NULL,
  what TEXT NOT NULL,
  words TEXT NOT NULL
) STRICT;
CREATE INDEX event_of_box ON event (box_id, n);

-- A number of its own for each box in the index: the newest written has the highest, and a search reads from there.
CREATE TABLE indexed (
  n INTEGER PRIMARY KEY AUTOINCREMENT,
  box_id TEXT NOT NULL UNIQUE REFERENCES box (id) ON DELETE CASCADE,
  -- By which words it was indexed: what is older is indexed anew.
  by INTEGER NOT NULL
) STRICT;
CREATE VIRTUAL TABLE box_words USING fts5 (
  words, content = '', contentless_delete = 1, prefix = '1 2 3',
  tokenize = "unicode61 remove_diacritics 2"
);
CREATE TRIGGER unindexed AFTER DELETE ON indexed BEGIN
  DELETE FROM box_words WHERE rowid = old.n;
END;
