"""The figures a designer watches, with their workings."""
