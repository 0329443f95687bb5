<?php

require_once(__DIR__ . '/../Weight.php');

class Hive
{
    public Weight $weight;
}
