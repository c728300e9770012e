"""The estimate: what the owner pays, and what another way to do the job would cost."""
