<?php

function comb(): void
{
    require_once ROOT . '/inc/Comb.php';
}
