-- Who is signed in is kept in a session as the program has it; a program that has changed it asks everybody to sign in again.
delete from spring_session;
