insert into finding values (1, 'stale', 'Logistic', 0.1, 0.42, 3581, 2939, 4296, '[0, 1]');
