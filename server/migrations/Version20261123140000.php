<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The first tables. Run by their owner; the application's role gets what it needs, and on the tape no more than that. */
final class Version20261123140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Shop, people, sheets, jobs and the tape';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE EXTENSION IF NOT EXISTS pg_trgm');
        $this->addSql('CREATE SEQUENCE job_tag START 317 MINVALUE 0');
        $this->addSql('CREATE TABLE shop (id INT NOT NULL, name VARCHAR(120) NOT NULL, address VARCHAR(400) NOT NULL, time_zone VARCHAR(60) NOT NULL, vocabulary VARCHAR(2) NOT NULL, closing_words VARCHAR(400) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE shop_meter (id VARCHAR(40) NOT NULL, document JSONB NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE person (id UUID NOT NULL, name VARCHAR(120) NOT NULL, sign_in_name VARCHAR(120) NOT NULL UNIQUE, role VARCHAR(20) NOT NULL, password VARCHAR(255) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE sheet (id UUID NOT NULL, name VARCHAR(80) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE sheet_version (id UUID NOT NULL, sheet_id UUID NOT NULL REFERENCES sheet (id), number INT NOT NULL, hash VARCHAR(64) NOT NULL, document TEXT NOT NULL, made_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, made_by UUID DEFAULT NULL, PRIMARY KEY (id), UNIQUE (sheet_id, number), UNIQUE (sheet_id, hash))');
        $this->addSql('CREATE TABLE amplifier_owner (id UUID NOT NULL, name VARCHAR(120) NOT NULL, phone VARCHAR(60) NOT NULL, email VARCHAR(160) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX amplifier_owner_name ON amplifier_owner USING gin (LOWER(name) gin_trgm_ops)');
        $this->addSql('CREATE TABLE unit (id UUID NOT NULL, owner_id UUID NOT NULL REFERENCES amplifier_owner (id), maker VARCHAR(80) NOT NULL, model VARCHAR(80) NOT NULL, serial VARCHAR(80) NOT NULL, wired_for_volts DOUBLE PRECISION DEFAULT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE job (id UUID NOT NULL, tag VARCHAR(8) NOT NULL UNIQUE, owner_id UUID NOT NULL REFERENCES amplifier_owner (id), complaint TEXT NOT NULL, came_with TEXT NOT NULL, condition_notes TEXT NOT NULL, booked_in_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, search_text TEXT NOT NULL, shelf_state VARCHAR(20) NOT NULL, shelf_since TIMESTAMP(6) WITH TIME ZONE NOT NULL, waits_for VARCHAR(200) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX job_search ON job USING gin (search_text gin_trgm_ops)');
        $this->addSql('CREATE TABLE job_unit (job_id UUID NOT NULL REFERENCES job (id), unit_id UUID NOT NULL REFERENCES unit (id), sheet_version_id UUID DEFAULT NULL REFERENCES sheet_version (id), PRIMARY KEY (job_id, unit_id))');
        $this->addSql('CREATE TABLE tape_entry (id UUID NOT NULL, job_id UUID NOT NULL REFERENCES job (id), unit_id UUID DEFAULT NULL REFERENCES unit (id), kind VARCHAR(30) NOT NULL, v INT NOT NULL, payload JSONB NOT NULL, conditions_id UUID DEFAULT NULL, conditions JSONB DEFAULT NULL, person_id UUID NOT NULL, device VARCHAR(60) NOT NULL, counter BIGINT NOT NULL, observed_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, received_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, unit_sequence BIGINT DEFAULT NULL, job_sequence BIGINT NOT NULL, judgement JSONB DEFAULT NULL, refusal JSONB DEFAULT NULL, body_hash VARCHAR(64) NOT NULL, PRIMARY KEY (id), UNIQUE (job_id, job_sequence), UNIQUE (unit_id, unit_sequence), UNIQUE (device, counter))');
        $this->addSql('CREATE INDEX tape_entry_observed ON tape_entry (job_id, observed_at, job_sequence)');
        $this->addSql("CREATE INDEX tape_entry_readings ON tape_entry (unit_id, observed_at) WHERE kind = 'reading'");
        $this->addSql('CREATE TABLE bench_projection (job_id UUID NOT NULL, unit_id UUID NOT NULL, document JSONB NOT NULL, PRIMARY KEY (job_id, unit_id))');
        $this->addSql('CREATE TABLE issued_report (id UUID NOT NULL, job_id UUID NOT NULL REFERENCES job (id), issued_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, issued_by UUID NOT NULL, sha256 VARCHAR(64) NOT NULL, PRIMARY KEY (id))');
        $this->addSql('GRANT USAGE ON SEQUENCE job_tag TO yew_app');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON shop, shop_meter, person, sheet, amplifier_owner, unit, job, job_unit, bench_projection TO yew_app');
        // What is on the tape, in a sheet version or in an issued report stays as it is.
        $this->addSql('GRANT SELECT, INSERT ON tape_entry, sheet_version, issued_report TO yew_app');
    }
}
