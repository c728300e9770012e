"""Earth: electrodes at buildings."""
