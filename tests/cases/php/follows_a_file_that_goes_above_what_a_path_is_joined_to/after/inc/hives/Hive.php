<?php

require_once dirname(dirname(dirname(__FILE__))) . '/shared/Weight.php';

class Hive
{
    public Weight $weight;
}
