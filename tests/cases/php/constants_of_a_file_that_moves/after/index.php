<?php

require 'boot/paths.php';
require __DIR__ . '/inc/Hive.php';
require INC . '/Comb.php';
