insert into account (name, roles, active, password_hash, password_due, provider) values ('elsewhere', '["analyst"]', true, '', false, 'house-provider 77');
