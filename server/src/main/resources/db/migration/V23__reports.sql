create index report_of on report (brief_id);
create index report_in_place_of on report (supersedes);
create index report_act_of on report_act (report_id);
