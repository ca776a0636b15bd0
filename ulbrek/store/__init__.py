"""Records in PostgreSQL: typed models, migrations, one repository a table group."""
