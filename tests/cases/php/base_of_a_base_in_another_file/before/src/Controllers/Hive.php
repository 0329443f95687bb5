<?php
namespace A\Controllers;
class Hive extends \A\More\Middle {}
