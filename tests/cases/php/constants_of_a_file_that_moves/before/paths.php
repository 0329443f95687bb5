<?php

define('ROOT', __DIR__);
define('INC', __DIR__ . '/inc');
