<?php

function comb(): void
{
    require_once ROOT . '/lib/Comb.php';
}
