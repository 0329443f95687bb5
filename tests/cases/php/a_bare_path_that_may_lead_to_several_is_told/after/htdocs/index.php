<?php

set_include_path('../inc');
require_once 'Hive.php';
include 'header.php';
include "./footer.php";
require 'autoload.php';
