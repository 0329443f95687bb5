exports.bee = 1;
