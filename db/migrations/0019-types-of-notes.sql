-- What a note of a transfer's report is, is its `type` (it was its `sort`).
update transfers set report = replace(report::text, '"sort":', '"type":')::json where report is not null;
