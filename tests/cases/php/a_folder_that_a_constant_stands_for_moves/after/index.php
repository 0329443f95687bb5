<?php

require 'paths.php';
require ROOT . '/lib/Hive.php';
require INC . '/Comb.php';
