"""What is kept: pieces with every state they had, and the shop. SQLAlchemy on PostgreSQL."""
