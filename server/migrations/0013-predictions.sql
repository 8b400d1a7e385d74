-- A prediction's verdict is called "message", like every other sentence for a person.
UPDATE attempt SET foretold = replace(foretold, '"says":', '"message":') WHERE foretold IS NOT NULL;
