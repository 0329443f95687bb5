<?php

set_include_path('../inc');
require_once 'Hive.php';
include __DIR__ . '/../pages/header.php';
include "./footer.php";
require 'autoload.php';
