<?php

require_once('Weight.php');

class Hive
{
    public Weight $weight;
}
