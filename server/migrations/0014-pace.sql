-- How a run went against what was expected of its items: the mean of ln(actual / expected), and that mean's variance; NULL
-- where too few items were played as planned.
ALTER TABLE run ADD COLUMN pace REAL;
ALTER TABLE run ADD COLUMN pace_variance REAL;
