SET statement_timeout = 0;
SET lock_timeout = 0;
SET idle_in_transaction_session_timeout = 0;
SET client_encoding = 'UTF8';
SET standard_conforming_strings = on;
SELECT pg_catalog.set_config('search_path', '', false);
SET check_function_bodies = false;
SET xmloption = content;
SET client_min_messages = warning;
SET row_security = off;
CREATE SCHEMA drizzle;
SET default_tablespace = '';
SET default_table_access_method = heap;
CREATE TABLE drizzle.__drizzle_migrations (
    id integer NOT NULL,
    hash text NOT NULL,
    created_at bigint
);
CREATE SEQUENCE drizzle.__drizzle_migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE drizzle.__drizzle_migrations_id_seq OWNED BY drizzle.__drizzle_migrations.id;
CREATE TABLE public.catalogue_items (
    id text NOT NULL,
    kind text NOT NULL,
    item jsonb NOT NULL,
    revision integer DEFAULT 0 NOT NULL,
    retired boolean DEFAULT false NOT NULL,
    changed_by text
);
CREATE TABLE public.job_revisions (
    job_id uuid NOT NULL,
    revision integer NOT NULL,
    document jsonb NOT NULL,
    saved_at timestamp with time zone NOT NULL,
    saved_by text DEFAULT 'this-machine'::text NOT NULL,
    name text
);
CREATE TABLE public.jobs (
    id uuid NOT NULL,
    name text NOT NULL,
    revision integer NOT NULL,
    summary jsonb,
    created_at timestamp with time zone NOT NULL,
    updated_at timestamp with time zone NOT NULL,
    binned_at timestamp with time zone,
    summary_mark text
);
CREATE TABLE public.price_lists (
    id uuid NOT NULL,
    revision integer NOT NULL,
    active boolean NOT NULL,
    list jsonb NOT NULL,
    changed_by text
);
ALTER TABLE ONLY drizzle.__drizzle_migrations ALTER COLUMN id SET DEFAULT nextval('drizzle.__drizzle_migrations_id_seq'::regclass);
INSERT INTO drizzle.__drizzle_migrations VALUES (1, '800cff495dde2c4487f3caa674119022077cda34841c7ba67e756b2b8fedd6f7', 1795415440623);
INSERT INTO drizzle.__drizzle_migrations VALUES (2, 'c97c3703324416293dd6db77f025424503215833a94ac6b2040b13a5e94f1cee', 1795440811008);
INSERT INTO drizzle.__drizzle_migrations VALUES (3, '721ae7c0b26a58cbee3974340cff1a8cd011c4d6bc8c1615c559caa5076acc3d', 1795628437280);
INSERT INTO drizzle.__drizzle_migrations VALUES (4, 'af941301bec2b7aabf8fe65a36681afc832512f89bf03da1135a29f8510c930a', 1795633330153);
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 1, '{"name": "Saltmarsh ringing station", "note": "Two rooms and a drying loft on a tidal island, cut off at high water. Staffed all year, volunteers at weekends.", "site": {"kind": "building", "place": "Skelder Holm, tidal island", "planes": [{"id": "a", "name": "Loft roof", "mount": "flush", "parts": 1, "shape": "rectangle", "widthM": 7.5, "heightM": 4.2, "tiltDeg": null, "positions": "fixed", "topWidthM": null, "azimuthDeg": null, "mostWeightKg": 260, "seasonTiltsDeg": [null, null, null, null]}], "horizon": [{"heightDeg": 0, "azimuthDeg": 60}, {"heightDeg": 3, "azimuthDeg": 95}, {"heightDeg": 6, "azimuthDeg": 125}, {"heightDeg": 4, "azimuthDeg": 150}, {"heightDeg": 1, "azimuthDeg": 170}, {"heightDeg": 2, "azimuthDeg": 230}, {"heightDeg": 5, "azimuthDeg": 255}, {"heightDeg": 0, "azimuthDeg": 285}], "ruleSet": "iec", "soiling": "rain-washed", "critical": false, "sunBasis": "published", "altitudeM": 6, "climateId": null, "daySwingK": 5, "daysInUse": "all", "sunSource": "Island weather book, mean of twelve years", "monthMeanC": [6.2, 5.9, 7.1, 9, 11.8, 14.4, 16.3, 16.5, 14.8, 12, 8.9, 7], "recordLowC": -11, "splitPhase": false, "utcOffsetH": 0, "latitudeDeg": 50.4, "monthsInUse": [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], "recordHighC": 31, "sunGivenFor": null, "longitudeDeg": -4.1, "snowFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0], "mainsVoltageV": 230, "shadeFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0], "albedoFraction": null, "sunKwhPerM2Day": [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71], "arrayToBatteryM": 18, "batteryRoomLowC": 4, "batteryToBoardM": 7, "batteryRoomHighC": 27, "inverterToBoardM": null, "mainsFrequencyHz": 50, "batteryToInverterM": null}, "items": [], "loads": [{"id": "freezer", "name": "Sample freezer", "note": "", "basis": "meter", "group": "Laboratory", "stage": "now", "powerW": 92, "startW": 620, "supply": "ac", "priority": "critical", "quantity": 1, "voltageV": null, "dutyCycle": 0.45, "typicalId": null, "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23], "daysPerWeek": 7, "hoursPerDay": 24, "powerFactor": 0.72, "togetherSet": "", "monthFactors": null, "runsTogether": true, "labelCurrentA": null, "labelVoltageV": null, "slipsAccepted": [], "meterEnergyKwh": null, "meterLoggedHours": null, "weekendHoursOfDay": null, "converterEfficiency": null}, {"id": "radio", "name": "Radio link and logger", "note": "", "basis": "clamp", "group": "Laboratory", "stage": "now", "powerW": 9, "startW": null, "supply": "dc", "priority": "critical", "quantity": 1, "voltageV": 12, "dutyCycle": 1, "typicalId": null, "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23], "daysPerWeek": 7, "hoursPerDay": 24, "powerFactor": null, "togetherSet": "", "monthFactors": null, "runsTogether": true, "labelCurrentA": null, "labelVoltageV": null, "slipsAccepted": [], "meterEnergyKwh": null, "meterLoggedHours": null, "weekendHoursOfDay": null, "converterEfficiency": null}], "units": "metric", "format": "yard-lamp-job", "options": [{"id": "a", "name": "Lithium, no generator", "array": {"fit": {"gapMm": null, "edgeMm": null, "portrait": null}, "losses": {"ageing": null, "wiring": null, "battery": null, "soiling": null, "mismatch": null, "controller": null, "temperature": null}, "sizing": "recover", "panelId": "dorveth-430", "dumpLoads": [], "recoveryDays": 14, "singleFactor": null}, "backup": {"bond": "unanswered", "kind": "none", "months": [], "stopAt": null, "startAt": null, "attended": false, "chargers": null, "chargerId": null, "alternator": {"idleA": null, "otherA": null, "ratedA": 90, "voltageV": 28, "chargerId": null, "hoursPerDay": 1}, "houseLoadW": null, "chargerSetA": null, "generatorId": null, "fuelPricePerL": null}, "wiring": {"circuits": {}}, "battery": {"itemId": null, "sizing": null, "vented": false, "parallel": null, "chemistry": null, "monitored": true, "agingFactor": null, "autonomyDays": 3, "cellsManaged": false, "coldProtected": false, "depthOfDischarge": null}, "inverter": {"idleW": null, "itemId": null, "searchW": null, "headroom": null, "quantity": null, "stacking": null, "acCoupledW": 1200, "searchMode": false, "hoursPerDay": null}, "controller": {"itemId": "lanthorn-m150-100", "further": [{"id": "shed", "name": "Shed", "panelId": "skerrin-150", "planeId": null, "quantity": 1, "controllerId": "lanthorn-p20", "panelsPerString": 2, "stringsPerController": 1}], "quantity": 2, "panelsPerString": null, "clippingFraction": null, "stringsPerController": null}, "systemVoltageV": 24}], "schools": [{"id": "mine", "why": "", "name": "Mine", "headroom": null, "bankSizing": "full", "arraySizing": "balance", "autonomyDays": 2, "recoveryDays": null, "singleFactor": null, "clippingFraction": null, "depthOfDischarge": null}], "version": 5, "written": {}, "currency": "EUR", "existing": [], "horizonYears": null, "batteryHeating": null, "chosenOptionId": "a", "monitorStandbyW": null, "controllerStandbyW": null, "loadMarginFraction": null, "batteryPriceFactors": {}}', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 2, '{"name": "Saltmarsh ringing station", "note": "Two rooms and a drying loft on a tidal island, cut off at high water. Staffed all year, volunteers at weekends.", "site": {"kind": "building", "place": "Skelder Holm, tidal island", "planes": [{"id": "a", "name": "Loft roof", "mount": "flush", "parts": 1, "shape": "rectangle", "widthM": 7.5, "heightM": 4.2, "tiltDeg": null, "positions": "fixed", "topWidthM": null, "azimuthDeg": null, "mostWeightKg": 260, "seasonTiltsDeg": [null, null, null, null]}], "horizon": [{"heightDeg": 0, "azimuthDeg": 60}, {"heightDeg": 3, "azimuthDeg": 95}, {"heightDeg": 6, "azimuthDeg": 125}, {"heightDeg": 4, "azimuthDeg": 150}, {"heightDeg": 1, "azimuthDeg": 170}, {"heightDeg": 2, "azimuthDeg": 230}, {"heightDeg": 5, "azimuthDeg": 255}, {"heightDeg": 0, "azimuthDeg": 285}], "ruleSet": "iec", "soiling": "rain-washed", "critical": false, "sunBasis": "published", "altitudeM": 6, "climateId": null, "daySwingK": 5, "daysInUse": "all", "sunSource": "Island weather book, mean of twelve years", "monthMeanC": [6.2, 5.9, 7.1, 9, 11.8, 14.4, 16.3, 16.5, 14.8, 12, 8.9, 7], "recordLowC": -11, "splitPhase": false, "utcOffsetH": 0, "latitudeDeg": 50.4, "monthsInUse": [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12], "recordHighC": 31, "sunGivenFor": null, "longitudeDeg": -4.1, "snowFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0], "mainsVoltageV": 230, "shadeFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0], "albedoFraction": null, "sunKwhPerM2Day": [0.86, 1.62, 2.81, 4.42, 5.38, 5.79, 5.52, 4.71, 3.42, 2.02, 1.08, 0.71], "arrayToBatteryM": 18, "batteryRoomLowC": 4, "batteryToBoardM": 7, "batteryRoomHighC": 27, "inverterToBoardM": null, "mainsFrequencyHz": 50, "batteryToInverterM": null}, "items": [], "loads": [{"id": "freezer", "name": "Sample freezer", "note": "", "basis": "meter", "group": "Laboratory", "stage": "now", "powerW": 92, "startW": 620, "supply": "ac", "priority": "critical", "quantity": 1, "voltageV": null, "dutyCycle": 0.45, "typicalId": null, "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23], "daysPerWeek": 7, "hoursPerDay": 24, "powerFactor": 0.72, "togetherSet": "", "monthFactors": null, "runsTogether": true, "labelCurrentA": null, "labelVoltageV": null, "slipsAccepted": [], "meterEnergyKwh": null, "meterLoggedHours": null, "weekendHoursOfDay": null, "converterEfficiency": null}, {"id": "radio", "name": "Radio link and logger", "note": "", "basis": "clamp", "group": "Laboratory", "stage": "now", "powerW": 9, "startW": null, "supply": "dc", "priority": "critical", "quantity": 1, "voltageV": 12, "dutyCycle": 1, "typicalId": null, "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23], "daysPerWeek": 7, "hoursPerDay": 24, "powerFactor": null, "togetherSet": "", "monthFactors": null, "runsTogether": true, "labelCurrentA": null, "labelVoltageV": null, "slipsAccepted": [], "meterEnergyKwh": null, "meterLoggedHours": null, "weekendHoursOfDay": null, "converterEfficiency": null}], "units": "metric", "format": "yard-lamp-job", "options": [{"id": "a", "name": "Lithium, no generator", "array": {"fit": {"gapMm": null, "edgeMm": null, "portrait": null}, "losses": {"ageing": null, "wiring": null, "battery": null, "soiling": null, "mismatch": null, "controller": null, "temperature": null}, "sizing": "recover", "panelId": "dorveth-430", "dumpLoads": [], "recoveryDays": 14, "singleFactor": null}, "backup": {"bond": "unanswered", "kind": "none", "months": [], "stopAt": null, "startAt": null, "attended": false, "chargers": null, "chargerId": null, "alternator": {"idleA": null, "otherA": null, "ratedA": 90, "voltageV": 28, "chargerId": null, "hoursPerDay": 1}, "houseLoadW": null, "chargerSetA": null, "generatorId": null, "fuelPricePerL": null}, "wiring": {"circuits": {}}, "battery": {"itemId": null, "sizing": null, "vented": false, "parallel": null, "chemistry": null, "monitored": true, "agingFactor": null, "autonomyDays": 3, "cellsManaged": false, "coldProtected": false, "depthOfDischarge": null}, "inverter": {"idleW": null, "itemId": null, "searchW": null, "headroom": null, "quantity": null, "stacking": null, "acCoupledW": 1200, "searchMode": false, "hoursPerDay": null}, "controller": {"itemId": "lanthorn-m150-100", "further": [{"id": "shed", "name": "Shed", "panelId": "skerrin-150", "planeId": null, "quantity": 1, "controllerId": "lanthorn-p20", "panelsPerString": 2, "stringsPerController": 1}], "quantity": 2, "panelsPerString": null, "clippingFraction": null, "stringsPerController": null}, "systemVoltageV": 24}], "schools": [{"id": "mine", "why": "", "name": "Mine", "headroom": null, "bankSizing": "full", "arraySizing": "balance", "autonomyDays": 2, "recoveryDays": null, "singleFactor": null, "clippingFraction": null, "depthOfDischarge": null}], "version": 5, "written": {}, "currency": "EUR", "existing": [], "horizonYears": null, "batteryHeating": null, "chosenOptionId": "a", "monitorStandbyW": null, "controllerStandbyW": null, "loadMarginFraction": null, "batteryPriceFactors": {}}', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.jobs VALUES ('00000000-0000-4000-8000-000000000001', 'Saltmarsh ringing station', 2, '{}', '2026-01-02 03:04:05+00', '2026-01-02 03:04:05+00', NULL, NULL);
SELECT pg_catalog.setval('drizzle.__drizzle_migrations_id_seq', 4, true);
ALTER TABLE ONLY drizzle.__drizzle_migrations
    ADD CONSTRAINT __drizzle_migrations_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.catalogue_items
    ADD CONSTRAINT catalogue_items_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_revision_pk PRIMARY KEY (job_id, revision);
ALTER TABLE ONLY public.jobs
    ADD CONSTRAINT jobs_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.price_lists
    ADD CONSTRAINT price_lists_pkey PRIMARY KEY (id);
CREATE INDEX jobs_updated_at ON public.jobs USING btree (updated_at);
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
