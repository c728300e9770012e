"""The days of a job: tasks from the plan, laid out over people and hours; who has power; turning off and on."""
