"""The web door: requests into calls, errors into problem documents. No rule of the trade lives here."""
