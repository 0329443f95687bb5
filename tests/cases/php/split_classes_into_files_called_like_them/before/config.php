<?php
const DB_DSN = 'sqlite::memory:';
