<?php

require 'paths.php';
require ROOT . '/inc/Hive.php';
require INC . '/Comb.php';
