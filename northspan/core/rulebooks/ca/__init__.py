"""The Canadian Electrical Code, Part I, 2021 edition."""
