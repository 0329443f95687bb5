<?php

function help(): void
{
}
