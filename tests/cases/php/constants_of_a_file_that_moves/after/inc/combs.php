<?php

function comb(): void
{
    require_once __DIR__ . '/Comb.php';
}
