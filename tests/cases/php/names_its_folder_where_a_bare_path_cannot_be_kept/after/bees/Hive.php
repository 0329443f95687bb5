<?php

require_once(__DIR__ . '/../inc/Weight.php');

class Hive
{
    public Weight $weight;
}
