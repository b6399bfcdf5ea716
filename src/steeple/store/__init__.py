"""SQLite through SQLAlchemy: tables, migrations, repositories."""
