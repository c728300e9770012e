"""What is live and who has power, read off the installation as it is and as the work changes it."""
