"""Rules about heat, surfaces and the data behind them."""
