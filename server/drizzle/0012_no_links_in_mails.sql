UPDATE "mails" SET "text" = regexp_replace("text", 'https?://[^ \n]*#[A-Za-z0-9_-]{43}', '(the link stands in the mail alone)', 'g');
