<?php

require_once dirname(dirname(dirname(__FILE__))) . '/inc/Weight.php';

class Hive
{
    public Weight $weight;
}
