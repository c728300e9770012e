"""BS 7671:2018 with Amendment 2:2022."""
