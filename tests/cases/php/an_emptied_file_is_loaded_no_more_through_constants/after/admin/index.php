<?php

require_once dirname(__DIR__) . '/load.php';
require_once(WAXMOOR . 'inc/hives/Hive.php');

function load(string $folder): void
{
    include $folder . '/Hive.php';
}
